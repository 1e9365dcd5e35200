import { memo, type ReactNode } from "react";
import {
  asked,
  DELIVERY,
  FILMED,
  type FieldSpec,
  FLAGS,
  LAPSE,
  LIGHT_CHANGE,
  LIGHT_FIELDS,
  LIGHT_KINDS,
  lightStart,
  SHAPES,
  WATER,
} from "../../domain/bench/brief";
import type { ProblemView } from "../../domain/documents";
import type { BriefDraft } from "../../state/bench/draft";
import { useVocabulary } from "../../state/queries";
import { ChoiceField, FlagField } from "../../ui/Field";
import { Slider } from "../../ui/Slider";
import { BriefField } from "./BriefField";
import { FilmWanted } from "./FilmWanted";
import { LampFields } from "./LampFields";

function Room({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="mb-2 min-w-0">
      <legend className="mb-1 w-full border-b rule font-title text-lead font-semibold">{title}</legend>
      <div className="grid grid-cols-2 gap-x-2.5 gap-y-1">{children}</div>
    </fieldset>
  );
}

/** The brief: conditions and intent. Every change is kept and planned at once. */
export const BriefPanel = memo(function BriefPanel({
  draft,
  refused,
}: {
  draft: BriefDraft;
  /** Why the scene cannot be planned on the camera that is looked at. */
  refused: ProblemView[];
}) {
  const refusedAt = (path: string) => refused.find((problem) => problem.path.join(".") === path)?.message;
  const scenario = String(draft.value("scenario"));
  const fields = (specs: FieldSpec[]) =>
    specs
      .filter((spec) => asked(spec, scenario))
      .map((spec) => <BriefField key={spec.path} spec={spec} draft={draft} refused={refusedAt(spec.path)} />);
  return (
    <section aria-label="The brief" className="bg-paper px-4 py-3">
      <Room title="Light">
        <LightFields draft={draft} />
        {fields(LIGHT_CHANGE)}
      </Room>
      {draft.value("water") ? <Room title="Water">{fields(WATER)}</Room> : null}
      {draft.value("lapse") ? (
        <Room title="Interval">
          {fields(LAPSE)}
          <FilmWanted draft={draft} />
        </Room>
      ) : null}
      <Room title="Filming">
        {fields(FILMED)}
        {fields(FLAGS)}
      </Room>
      <Room title="For the film">
        {fields(DELIVERY)}
        <Shapes draft={draft} />
      </Room>
      <p className="text-fine text-soft">
        <i>Slanted</i>: nobody said so; it is usual for this kind of scene.
      </p>
    </section>
  );
});

function LightFields({ draft }: { draft: BriefDraft }) {
  const vocabulary = useVocabulary();
  const kind = String(draft.value("light.kind"));
  const conditions = (vocabulary.data?.conditions ?? []).map((one) => ({
    value: one.key,
    text: one.label,
    group: one.group,
  }));
  return (
    <>
      <div className="col-span-2">
        <ChoiceField
          label="Known"
          value={kind}
          choices={LIGHT_KINDS}
          onChoose={(chosen) => draft.choose("light", lightStart(chosen), "light")}
        />
      </div>
      {kind === "condition" ? (
        <div className="col-span-2">
          <ChoiceField
            label="Condition"
            value={String(draft.value("light.condition"))}
            choices={conditions}
            problem={draft.problem("light.condition")}
            onChoose={(chosen) => draft.choose("light", { kind: "condition", condition: chosen }, "light")}
          />
        </div>
      ) : null}
      {(LIGHT_FIELDS[kind] ?? []).map((spec) => (
        <BriefField key={spec.path} spec={spec} draft={draft} refused={undefined} />
      ))}
      {kind === "condition" ? <LightSlider draft={draft} /> : null}
      {kind === "lamps" ? <LampFields draft={draft} /> : null}
    </>
  );
}

/** Darker or brighter by hand, in thirds of a stop; the set follows while it moves. */
function LightSlider({ draft }: { draft: BriefDraft }) {
  const value = Number(draft.value("light.shift_stops") ?? 0) || 0;
  return (
    <Slider
      label="Darker or brighter than the name, in stops"
      className="self-end"
      min={-4}
      max={4}
      step={1 / 3}
      value={value}
      onSlide={(next) => draft.slide("light.shift_stops", Math.round(next * 100) / 100, "shifted by")}
    />
  );
}

function Shapes({ draft }: { draft: BriefDraft }) {
  const shapes = (draft.value("delivery.shapes") as string[] | undefined) ?? [];
  const problem = draft.problem("delivery.shapes");
  const flip = (shape: string) =>
    shapes.includes(shape) ? shapes.filter((one) => one !== shape) : [...shapes, shape];
  return (
    <fieldset className="col-span-2">
      <legend className="text-fine text-soft">Shapes shown</legend>
      <div className="flex gap-3">
        {SHAPES.map((shape) => (
          <FlagField
            key={shape}
            label={shape}
            value={shapes.includes(shape)}
            onFlip={() => draft.choose("delivery.shapes", flip(shape), "shapes")}
          />
        ))}
      </div>
      {problem ? (
        <p role="alert" className="text-fine text-signal">
          {problem}
        </p>
      ) : null}
    </fieldset>
  );
}
