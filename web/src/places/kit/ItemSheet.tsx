import { useState } from "react";
import { Refused } from "../../api/client";
import { type BagItem, ITEM_FIELDS, keyOf, sentItem, type TypedItem, typedItem } from "../../domain/bag";
import { words } from "../../domain/format";
import { useDropItem, usePutItem } from "../../state/kit";
import { Button } from "../../ui/Button";
import { ChoiceField, FlagField, TextField } from "../../ui/Field";
import { Remove } from "../../ui/Remove";
import { Sheet } from "../../ui/Sheet";

/** Describe a thing in the bag, or what a test of it showed. */
export function ItemSheet({
  kind,
  name,
  item,
  onClose,
}: {
  kind: BagItem["kind"];
  name: string;
  item: BagItem | null;
  onClose: () => void;
}) {
  const [typed, setTyped] = useState<TypedItem>(() => (item ? typedItem(item) : { label: "" }));
  const put = usePutItem();
  const drop = useDropItem();
  const error = put.error ?? drop.error;
  const refused = error instanceof Refused ? error : null;
  const at = (field: string) => refused?.fields.find((one) => one.path[0] === field)?.message;
  const set = (field: string, value: string | boolean) => setTyped({ ...typed, [field]: value });
  const key = item?.key ?? keyOf(String(typed.label));
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
            value={String(typed.label)}
            problem={at("label") ?? at("key")}
            onType={(text) => set("label", text)}
          />
        </div>
        {ITEM_FIELDS[kind].map((field) => {
          const value = typed[field.name] ?? "";
          if (field.flag) {
            return (
              <FlagField
                key={field.name}
                label={field.label}
                value={Boolean(value)}
                onFlip={(flag) => set(field.name, flag)}
              />
            );
          }
          if (field.choices) {
            const choices = [
              { value: "", text: "choose" },
              ...field.choices.map((one) => ({ value: one, text: words(one) })),
            ];
            return (
              <ChoiceField
                key={field.name}
                label={field.label}
                value={String(value)}
                choices={choices}
                problem={at(field.name)}
                onChoose={(chosen) => set(field.name, chosen)}
              />
            );
          }
          return (
            <TextField
              key={field.name}
              label={field.label}
              unit={field.unit}
              value={String(value)}
              problem={at(field.name)}
              onType={(text) => set(field.name, text)}
            />
          );
        })}
        {error && !refused?.fields.length ? (
          <p role="alert" className="col-span-2 text-signal">
            {refused?.message ?? "No connection. What you typed is still here."}
          </p>
        ) : null}
        <div className="col-span-2 flex flex-wrap items-center gap-3">
          <Button look="strong" type="submit" disabled={put.isPending}>
            Keep it
          </Button>
          {item ? (
            <Remove what="this" onRemove={() => drop.mutate(item.key, { onSuccess: onClose })} />
          ) : null}
        </div>
      </form>
    </Sheet>
  );
}
