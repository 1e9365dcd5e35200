import { useState } from "react";
import type { ShootRequest, ShootView } from "../../domain/documents";
import { Refused } from "../../domain/refused";
import { useCopyShoot } from "../../state/bench/copies";
import { useDeleteShoot } from "../../state/queries";
import { useAddShoot, useChangeShoot } from "../../state/shoots/shoots";
import { useSchools } from "../../state/taste/stances";
import { Button } from "../../ui/Button";
import { ChoiceField } from "../../ui/Field";
import { Remove } from "../../ui/Remove";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";
import { OwnPlaces } from "./OwnPlaces";
import { TownField } from "./TownField";

export function NewShoot({ onClose }: { onClose: () => void }) {
  const add = useAddShoot();
  return (
    <ShootSheet
      title="New shoot"
      about="A name is enough; the rest can follow."
      does="Make it"
      start={{
        name: "",
        place: "",
        day: "",
        school: "",
        latitude: "",
        longitude: "",
        cloud: "2",
        travel: "15",
      }}
      error={add.error}
      busy={add.isPending}
      onSave={(shoot) => add.mutate(shoot, { onSuccess: onClose })}
      onClose={onClose}
    />
  );
}

export function ChangeShoot({ shoot, onClose }: { shoot: ShootView; onClose: () => void }) {
  const change = useChangeShoot(shoot);
  const remove = useDeleteShoot();
  const copy = useCopyShoot(shoot.id);
  return (
    <ShootSheet
      title={shoot.name}
      about="Name, place, day, and the school that holds unless a scene says another."
      does="Keep it"
      start={{
        name: shoot.name,
        place: shoot.place,
        day: shoot.day ?? "",
        school: shoot.school,
        latitude: String(shoot.latitude_deg ?? ""),
        longitude: String(shoot.longitude_deg ?? ""),
        cloud: String(shoot.cloud_okta),
        travel: String(shoot.travel_minutes),
      }}
      error={change.error ?? remove.error ?? copy.error}
      busy={change.isPending || copy.isPending}
      onSave={(saved) => change.mutate(saved, { onSuccess: onClose })}
      onCopy={() => copy.mutate(null, { onSuccess: onClose })}
      onRemove={() => remove.mutate(shoot.id, { onSuccess: onClose })}
      onClose={onClose}
    />
  );
}

type Typed = {
  name: string;
  place: string;
  day: string;
  school: string;
  latitude: string;
  longitude: string;
  cloud: string;
  travel: string;
};

/** What is sent: what is no number goes as it was typed, for the service to say so. */
function sent(typed: Typed): ShootRequest {
  const number = (text: string) => (text.trim() === "" ? null : text.trim()) as unknown as number | null;
  return {
    name: typed.name,
    place: typed.place,
    day: typed.day || null,
    school: typed.school,
    latitude_deg: number(typed.latitude),
    longitude_deg: number(typed.longitude),
    cloud_okta: number(typed.cloud) ?? 2,
    travel_minutes: number(typed.travel) ?? 15,
  };
}

function ShootSheet({
  title,
  about,
  does,
  start,
  error,
  busy,
  onSave,
  onCopy,
  onRemove,
  onClose,
}: {
  title: string;
  about: string;
  does: string;
  start: Typed;
  error: Error | null;
  busy: boolean;
  onSave: (shoot: ShootRequest) => void;
  onCopy?: () => void;
  onRemove?: () => void;
  onClose: () => void;
}) {
  const [typed, setTyped] = useState(start);
  const schools = useSchools();
  const refused = error instanceof Refused ? error : null;
  const field = (name: keyof Typed, label: string, type: "text" | "date" = "text") => (
    <TextField
      label={label}
      type={type}
      value={typed[name]}
      problem={refused?.at(name)}
      onType={(text) => setTyped({ ...typed, [name]: text })}
    />
  );
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={title} about={about}>
      <form
        noValidate
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          onSave(sent(typed));
        }}
      >
        {field("name", "Name")}
        <TownField
          value={typed.place}
          hint="a town, or your own words"
          problem={refused?.at("place")}
          onType={(place) => setTyped({ ...typed, place })}
          onTake={({ place, latitude_deg, longitude_deg }) =>
            setTyped({ ...typed, place, latitude: String(latitude_deg), longitude: String(longitude_deg) })
          }
        />
        {field("day", "Day", "date")}
        <div className="grid grid-cols-3 gap-3">
          <TextField
            label="Latitude"
            unit="° north"
            value={typed.latitude}
            problem={refused?.at("latitude_deg")}
            onType={(latitude) => setTyped({ ...typed, latitude })}
          />
          <TextField
            label="Longitude"
            unit="° east"
            value={typed.longitude}
            problem={refused?.at("longitude_deg")}
            onType={(longitude) => setTyped({ ...typed, longitude })}
          />
          <TextField
            label="Cloud"
            unit="of 8"
            value={typed.cloud}
            problem={refused?.at("cloud_okta")}
            onType={(cloud) => setTyped({ ...typed, cloud })}
          />
        </div>
        <OwnPlaces typed={typed} onTake={(place) => setTyped({ ...typed, ...place })} />
        <TextField
          label="From one spot of it to another"
          unit="min"
          value={typed.travel}
          problem={refused?.at("travel_minutes")}
          onType={(travel) => setTyped({ ...typed, travel })}
        />
        <ChoiceField
          label="School of its scenes"
          value={typed.school}
          choices={[
            { value: "", text: "as your account has it" },
            ...(schools.data ?? []).map((one) => ({ value: one.key, text: one.name })),
          ]}
          problem={refused?.at("school")}
          onChoose={(school) => setTyped({ ...typed, school })}
        />
        {error && !refused?.fields.length ? (
          <p role="alert" className="text-signal">
            {refused?.message ?? "No connection. What you typed is still here."}
          </p>
        ) : null}
        <div className="flex flex-wrap items-center gap-3">
          <Button look="strong" type="submit" disabled={busy}>
            {does}
          </Button>
          {onCopy ? <Button onClick={onCopy}>Copy this shoot, without its day</Button> : null}
          {onRemove ? <Remove what="this shoot" onRemove={onRemove} /> : null}
        </div>
      </form>
    </Sheet>
  );
}
