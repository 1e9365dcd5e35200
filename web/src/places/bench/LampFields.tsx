import {
  type FieldSpec,
  LAMP_ALWAYS,
  LAMP_FIELDS,
  LAMP_GIVEN,
  LAMP_START,
  MOST_LAMPS,
} from "../../domain/bench/brief";
import type { BriefDraft } from "../../state/bench/draft";
import { Button } from "../../ui/Button";
import { BriefField } from "./BriefField";

type Lamp = Record<string, unknown> & { given?: string };

/** The lamps that light a scene: each by road or room, by lumens, or by lux. */
export function LampFields({ draft }: { draft: BriefDraft }) {
  const lamps = (draft.value("light.lamps") as Lamp[] | undefined) ?? [];
  const put = (next: Lamp[]) => draft.choose("light.lamps", next, "lamps");
  return (
    <div className="col-span-2 grid gap-1.5">
      {lamps.map((lamp, index) => {
        const at = `light.lamps.${index}`;
        const specs: FieldSpec[] = [
          { path: "given", label: `Lamp ${index + 1}`, choices: LAMP_GIVEN },
          ...(LAMP_FIELDS[lamp.given ?? "class"] ?? []),
          ...LAMP_ALWAYS,
        ];
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: lamps have no other name than their place
          <div key={index} className="grid grid-cols-2 gap-x-2.5 gap-y-1 border-l-2 border-hair pl-2">
            {specs.map((spec) => (
              <div key={spec.path} className={spec.choices || spec.named ? "col-span-2" : ""}>
                <BriefField spec={spec} path={`${at}.${spec.path}`} draft={draft} refused={undefined} />
              </div>
            ))}
            {lamps.length > 1 ? (
              <Button look="quiet" onClick={() => put(lamps.filter((_, other) => other !== index))}>
                Without it
              </Button>
            ) : null}
          </div>
        );
      })}
      {lamps.length < MOST_LAMPS ? (
        <Button look="quiet" className="justify-self-start" onClick={() => put([...lamps, LAMP_START])}>
          Another lamp
        </Button>
      ) : null}
    </div>
  );
}
