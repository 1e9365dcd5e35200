import type { Remembered } from "../../domain/documents";
import { QUESTIONS } from "../../domain/first/first";
import { useDevices } from "../../state/cache";
import { type Said, useClasses } from "../../state/first/first";
import { Button } from "../../ui/Button";
import { Choices } from "./Choices";

/** With what: an own camera, or a plain class and at most six answers from memory. */
export function CameraStep({
  said,
  own,
  signedIn,
  onSay,
  onNext,
}: {
  said: Said;
  own: boolean;
  signedIn: boolean;
  onSay: (more: Said) => void;
  onNext: (more?: Said) => void;
}) {
  const classes = useClasses();
  const wanted = said.kind === "drone" ? "drone" : "";
  const offered = (classes.data ?? []).filter((one) => !wanted || one.kind === wanted);
  const chosen = (classes.data ?? []).find((one) => one.key === said.camera);
  return (
    <>
      {signedIn ? <OwnCameras said={said} onNext={onNext} /> : null}
      {chosen && said.remembered ? (
        <p className="flex flex-wrap items-center gap-2 text-head font-semibold">
          {chosen.label}
          <Button
            look="quiet"
            className="min-h-11 text-sea"
            onClick={() => onSay({ camera: undefined, remembered: undefined })}
          >
            Another
          </Button>
        </p>
      ) : (
        <Choices
          legend="Mine is like"
          chosen={own ? "" : (said.camera ?? "")}
          choices={offered.map((one) => ({ key: one.key, words: one.label }))}
          onChoose={(key) =>
            onSay({ camera: key, remembered: classes.data?.find((one) => one.key === key)?.usual })
          }
        />
      )}
      {chosen && said.remembered ? (
        <section aria-label="What you remember of it" className="mt-2 border-t rule pt-3">
          <p className="mb-2 text-soft">
            This is usual for it. Change what you know; everything else is assumed, and marked as that.
          </p>
          <div className="grid gap-3 sm:grid-cols-2">
            {QUESTIONS.map((question) => (
              <Question
                key={question.field}
                question={question}
                remembered={said.remembered as Remembered}
                onSay={(remembered) => onSay({ remembered })}
              />
            ))}
            <fieldset>
              <legend className="text-note text-soft">10 bit</legend>
              <Pick
                choices={[
                  [true, "yes"],
                  [false, "no"],
                ]}
                value={said.remembered.ten_bit}
                onPick={(ten_bit) =>
                  onSay({ remembered: { ...(said.remembered as Remembered), ten_bit: ten_bit as boolean } })
                }
              />
            </fieldset>
          </div>
          <Button look="strong" className="mt-4 min-h-11 px-6 text-head" onClick={() => onNext()}>
            Next
          </Button>
        </section>
      ) : null}
    </>
  );
}

function OwnCameras({ said, onNext }: { said: Said; onNext: (more?: Said) => void }) {
  const devices = useDevices();
  if (!devices.data?.length) return null;
  return (
    <section aria-label="Your cameras" className="mb-4">
      <Choices
        legend="Your cameras"
        chosen={said.camera ?? ""}
        choices={devices.data.map((one) => ({ key: one.id, words: one.name }))}
        onChoose={(camera) => onNext({ camera, remembered: undefined })}
      />
      <p className="mt-3 text-soft">Or another, that is like</p>
    </section>
  );
}

function Question({
  question,
  remembered,
  onSay,
}: {
  question: (typeof QUESTIONS)[number];
  remembered: Remembered;
  onSay: (remembered: Remembered) => void;
}) {
  return (
    <fieldset>
      <legend className="text-note text-soft">{question.label}</legend>
      <Pick
        choices={question.choices}
        value={remembered[question.field]}
        onPick={(value) => onSay({ ...remembered, [question.field]: value })}
      />
    </fieldset>
  );
}

function Pick<Value extends string | number | boolean>({
  choices,
  value,
  onPick,
}: {
  choices: [Value, string][];
  value: unknown;
  onPick: (value: Value) => void;
}) {
  return (
    <div className="flex flex-wrap gap-1">
      {choices.map(([key, text]) => (
        <Button
          key={String(key)}
          aria-pressed={key === value}
          className={`min-h-11 min-w-11 justify-center ${key === value ? "border-sea bg-sea-wash font-semibold" : ""}`}
          onClick={() => onPick(key)}
        >
          {text}
        </Button>
      ))}
    </div>
  );
}
