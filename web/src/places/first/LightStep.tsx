import { lazy, Suspense } from "react";
import { HOURS_LIGHT, ladder, underSky } from "../../domain/first/first";
import { useVocabulary } from "../../state/cache";
import type { Said } from "../../state/first/first";
import { Choices } from "./Choices";

/** Fetched by whoever tells the light by place and hour. */
const PlaceAndHour = lazy(async () => ({ default: (await import("./PlaceAndHour")).PlaceAndHour }));

export type Asked = {
  said: Said;
  shoot: string;
  onSay: (more: Said) => void;
  onNext: (more: Said) => void;
};

/** In what light: a rung of the ladder, or the sky of a place and an hour. */
export function LightStep({ said, shoot, onSay, onNext }: Asked) {
  const vocabulary = useVocabulary();
  const kind = said.kind ?? "";
  const bySky = said.light === HOURS_LIGHT;
  const rungs = ladder(kind, vocabulary.data?.conditions ?? []);
  return (
    <>
      {underSky(kind) ? (
        <div className="mb-2">
          <Choices
            legend="The sky of a place"
            columns="grid-cols-1"
            chosen={bySky ? HOURS_LIGHT : ""}
            choices={[
              { key: HOURS_LIGHT, words: "By place and hour", more: "sun and sky are worked out for you" },
            ]}
            onChoose={() => onSay({ light: HOURS_LIGHT })}
          />
          {bySky ? (
            <Suspense fallback={null}>
              <PlaceAndHour said={said} shoot={shoot} onSay={onSay} onNext={onNext} />
            </Suspense>
          ) : null}
        </div>
      ) : null}
      <Choices
        legend="Light, brightest first"
        columns="grid-cols-1"
        chosen={said.light ?? ""}
        choices={rungs.map((rung) => ({ key: rung.key, words: rung.words, more: rung.lux }))}
        onChoose={(light) => onNext({ light })}
      />
    </>
  );
}
