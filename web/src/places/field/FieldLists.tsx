import { useState } from "react";
import type { PackCheck } from "../../domain/documents";
import { isDone, ofScene } from "../../domain/field/taking";
import { told } from "../../domain/wording";
import { OneOf } from "../../ui/Press";
import type { InScene } from "./FieldShoot";

/** What to mind, do and pack: of this scene, or of the whole shoot. */
export function FieldLists({ shoot, scene }: InScene) {
  const { pack } = shoot.kept;
  const [of, setOf] = useState<"scene" | "shoot">("scene");
  const [error, setError] = useState(false);
  const may = pack.may === "all";
  const lists = of === "scene" ? ofScene(pack.checks, scene) : pack.checks;
  const cautions = of === "scene" ? ofScene(pack.cautions, scene) : pack.cautions;
  const groups = [...new Set(lists.map((one) => one.group))];
  const done = (one: PackCheck) => isDone(one.key, one.done, shoot.state);
  const tick = (key: string, yes: boolean) =>
    void shoot
      .note({ kind: "check", key, done: yes })
      .then(() => setError(false))
      .catch(() => setError(true));
  const open = lists.filter((one) => !done(one)).length;
  return (
    <>
      <OneOf
        label="For"
        value={of}
        choices={[
          { value: "scene", text: "this scene" },
          { value: "shoot", text: "the whole shoot" },
        ]}
        onChoose={setOf}
      />
      <p role="status" className="mt-2 text-head font-semibold">
        {lists.length === 0
          ? "Nothing is listed."
          : open === 0
            ? "Everything is done."
            : `${open} of ${lists.length} to do.`}
      </p>
      {error ? (
        <p role="alert" className="text-signal">
          This phone did not keep that. Try once more.
        </p>
      ) : null}
      {cautions.length > 0 ? (
        <ul aria-label="To mind" className="my-2 border-l-4 border-signal bg-signal-wash px-3 py-2">
          {cautions.map((one) => (
            <li key={one.key} className="py-1">
              {told(one.words)}
            </li>
          ))}
        </ul>
      ) : null}
      {groups.map((group) => (
        <section key={group} aria-label={group} className="mt-2">
          <h2 className="border-b rule text-head">{group}</h2>
          <ul>
            {lists
              .filter((one) => one.group === group)
              .map((one) => (
                <li key={one.key} className="border-b border-hair/60">
                  <label className="flex items-center gap-3 py-1">
                    <input
                      type="checkbox"
                      className="size-7 shrink-0 accent-(--sea)"
                      disabled={!may}
                      checked={done(one)}
                      onChange={(event) => tick(one.key, event.target.checked)}
                    />
                    <span className={done(one) ? "text-soft" : ""}>{told(one.words)}</span>
                  </label>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </>
  );
}
