import { useState } from "react";
import type { DeviceView } from "../../domain/documents";
import { words } from "../../domain/format";
import {
  type BagItem,
  fieldsOf,
  type ItemField,
  keyOf,
  newItem,
  sentItem,
  type TypedItem,
  typedItem,
} from "../../domain/kit/bag";
import { Refused } from "../../domain/refused";
import { useDropItem, usePutItem, useUses } from "../../state/kit/kit";
import { Button } from "../../ui/Button";
import { ChoiceField, FlagField } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";
import { QuantityField } from "../QuantityField";

/** Describe a thing in the bag, or what a test of it showed. */
export function ItemSheet({
  kind,
  name,
  item,
  devices,
  onClose,
}: {
  kind: BagItem["kind"];
  name: string;
  item: BagItem | null;
  devices: DeviceView[];
  onClose: () => void;
}) {
  const [typed, setTyped] = useState<TypedItem>(() =>
    item
      ? typedItem(item)
      : newItem(
          kind,
          devices.map((device) => device.key),
        ),
  );
  const put = usePutItem(item);
  const drop = useDropItem();
  const uses = useUses(item?.key ?? null).data ?? [];
  const error = put.error ?? drop.error;
  const refused = error instanceof Refused ? error : null;
  const at = (field: string) => refused?.fields.find((one) => one.path.join(".").startsWith(field))?.message;
  const set = (field: string, value: string) => setTyped({ ...typed, [field]: value });
  const key = item?.key ?? keyOf(typed.label ?? "");
  const asked = fieldsOf(kind).filter((field) => !field.more);
  const more = fieldsOf(kind).filter((field) => field.more);
  const one = (field: ItemField) => (
    <Asked
      key={field.name}
      field={field}
      value={typed[field.name] ?? ""}
      problem={at(field.name)}
      devices={devices}
      onSet={(value) => set(field.name, value)}
    />
  );
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={item ? item.label : `New: ${name.toLowerCase()}`}
      about="Plans use it at once, on every camera it fits."
    >
      <form
        noValidate
        className="grid grid-cols-2 gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          put.mutate(sentItem(kind, key, typed, item), { onSuccess: onClose });
        }}
      >
        <div className="col-span-2">
          <TextField
            label="Name"
            value={typed.label ?? ""}
            problem={at("label") ?? at("key")}
            onType={(text) => set("label", text)}
          />
        </div>
        {asked.map(one)}
        {more.length > 0 ? (
          <details className="col-span-2" open={more.some((field) => at(field.name)) || undefined}>
            <summary className="cursor-pointer text-soft">Measured in detail</summary>
            <div className="mt-2 grid grid-cols-2 gap-3">{more.map(one)}</div>
          </details>
        ) : null}
        {error && !refused?.fields.length ? (
          <p role="alert" className="col-span-2 text-signal">
            {refused?.message ?? "No connection. What you typed is still here."}
          </p>
        ) : null}
        {uses.length > 0 ? (
          <p className="col-span-2 text-note text-soft">
            In the sets of {uses.join(", ")}. Without it they are planned anew.
          </p>
        ) : null}
        <div className="col-span-2 flex flex-wrap items-center gap-3">
          <Button look="strong" type="submit" disabled={put.isPending}>
            Keep it
          </Button>
          {item ? (
            <Button
              look="quiet"
              className="text-signal"
              disabled={drop.isPending}
              onClick={() => drop.mutate(item.key, { onSuccess: onClose })}
            >
              Take it out of the bag
            </Button>
          ) : null}
        </div>
      </form>
    </Sheet>
  );
}

function Asked({
  field,
  value,
  problem,
  devices,
  onSet,
}: {
  field: ItemField;
  value: string;
  problem: string | undefined;
  devices: DeviceView[];
  onSet: (value: string) => void;
}) {
  if (field.fits) return <Fits value={value} problem={problem} devices={devices} onSet={onSet} />;
  if (field.kind === "flag") {
    return (
      <FlagField label={field.label} value={value === "yes"} onFlip={(flag) => onSet(flag ? "yes" : "no")} />
    );
  }
  const shared = { label: field.label, unit: field.unit, range: field.range, problem };
  if (field.choices) {
    const choices = field.choices.map((one) => ({ value: one, text: words(one) }));
    const none = field.choices.includes(value) ? [] : [{ value: "", text: "choose" }];
    return <ChoiceField {...shared} value={value} choices={[...none, ...choices]} onChoose={onSet} />;
  }
  return field.kind === "number" ? (
    <QuantityField {...shared} value={value} onType={onSet} />
  ) : (
    <TextField {...shared} type={field.date ? "date" : "text"} value={value} onType={onSet} />
  );
}

/** The cameras a thing fits, ticked. */
function Fits({
  value,
  problem,
  devices,
  onSet,
}: {
  value: string;
  problem: string | undefined;
  devices: DeviceView[];
  onSet: (value: string) => void;
}) {
  const chosen = value.split(" ").filter(Boolean);
  const gone = chosen.filter((key) => !devices.some((device) => device.key === key));
  const flip = (key: string, on: boolean) =>
    onSet((on ? [...chosen, key] : chosen.filter((other) => other !== key)).join(" "));
  return (
    <fieldset className="col-span-2">
      <legend className="text-fine text-soft">Fits</legend>
      <div className="grid grid-cols-2 gap-x-3">
        {[...devices, ...gone.map((key) => ({ key, name: `${key} (not in the kit)` }))].map((device) => (
          <FlagField
            key={device.key}
            label={device.name}
            value={chosen.includes(device.key)}
            onFlip={(on) => flip(device.key, on)}
          />
        ))}
      </div>
      {problem ? (
        <p role="alert" className="text-fine text-signal">
          {chosen.length === 0 ? "tick at least one camera" : problem}
        </p>
      ) : null}
    </fieldset>
  );
}
