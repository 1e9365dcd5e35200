import { useState } from "react";
import { useNavigate } from "react-router";
import { dayAfter } from "../../domain/day/times";
import type { DayView } from "../../domain/documents";
import { Refused } from "../../domain/refused";
import { useCopyShoot } from "../../state/bench/copies";
import { Button } from "../../ui/Button";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";

/** The same shoot with the same scenes and hours on another day, as a copy. */
export function AnotherDay({ day }: { day: DayView }) {
  const [open, setOpen] = useState(false);
  const [date, setDate] = useState(() => dayAfter(day.day));
  const copy = useCopyShoot(day.shoot_id);
  const go = useNavigate();
  const refused = copy.error instanceof Refused ? copy.error : null;
  return (
    <>
      <Button look="quiet" className="text-soft" onClick={() => setOpen(true)}>
        Same on another day
      </Button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title="The same on another day"
        about="A copy with all scenes, cameras and hours. Readings stay with the day they were taken on."
      >
        <form
          noValidate
          className="grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            copy.mutate(date || null, { onSuccess: (shoot) => go(`/shoots/${shoot.id}/day`) });
          }}
        >
          <TextField label="Day" type="date" value={date} problem={refused?.at("day")} onType={setDate} />
          {copy.error && !refused?.fields.length ? (
            <p role="alert" className="text-signal">
              {refused?.message ?? "No connection. Nothing was copied."}
            </p>
          ) : null}
          <Button
            look="strong"
            type="submit"
            disabled={copy.isPending || !date}
            className="justify-self-start"
          >
            {copy.isPending ? "Copying …" : "Make the copy"}
          </Button>
        </form>
      </Sheet>
    </>
  );
}
