import { useState } from "react";
import { Refused } from "../../api/client";
import { useAddShoot } from "../../state/queries";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";

export function NewShoot({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [typed, setTyped] = useState({ name: "", place: "", day: "" });
  const add = useAddShoot();
  const refused = add.error instanceof Refused ? add.error : null;
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="New shoot"
      about="A name is enough; the rest can follow."
    >
      <form
        noValidate
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate(
            { name: typed.name, place: typed.place, day: typed.day || null },
            { onSuccess: () => onOpenChange(false) },
          );
        }}
      >
        <TextField
          label="Name"
          value={typed.name}
          problem={refused?.at("name")}
          onType={(name) => setTyped({ ...typed, name })}
        />
        <TextField
          label="Place"
          value={typed.place}
          problem={refused?.at("place")}
          onType={(place) => setTyped({ ...typed, place })}
        />
        <TextField
          label="Day"
          type="date"
          value={typed.day}
          problem={refused?.at("day")}
          onType={(day) => setTyped({ ...typed, day })}
        />
        {add.error && !refused ? (
          <p role="alert" className="text-signal">
            No connection. What you typed is still here.
          </p>
        ) : null}
        <Button look="strong" type="submit" disabled={add.isPending} className="justify-self-start">
          Make it
        </Button>
      </form>
    </Sheet>
  );
}
