import { wordsOf } from "../../domain/wrong";
import { useLessons } from "../../state/footage/footage";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";

/** What clips teach the kit: proposed with what it rests on, taken, and undone. */
export function Lessons() {
  const { lessons, take, undo } = useLessons();
  const all = lessons.data;
  if (!all || (all.proposed.length === 0 && all.taken.length === 0)) return null;
  const failed = take.error ?? undo.error;
  return (
    <section aria-label="What your clips teach" className="my-2 border rule bg-paper px-3 py-2">
      <h2 className="text-head">What your clips teach</h2>
      <p className="text-small text-soft">
        Nothing is taken by itself. How you shake counts in scenes made or changed from then on; plans made
        before keep their numbers. What changes the kit counts as any change of the kit.
      </p>
      {failed ? <Notice>{wordsOf(failed)}</Notice> : null}
      <ul>
        {all.proposed.map(({ lesson, name, clips }) => (
          <li key={lesson.key} className="flex flex-wrap items-center gap-x-3 border-b border-hair/50 py-1">
            <span className="min-w-0 flex-1">
              {lesson.kind === "shake" ? "" : <span className="font-semibold">{name}: </span>}
              {lesson.words} <span className="text-small text-soft">{clips.join(", ")}</span>
            </span>
            <Button look="strong" disabled={take.isPending} onClick={() => take.mutate(lesson.key)}>
              Take it in
            </Button>
          </li>
        ))}
        {all.taken.map(({ id, lesson, name }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-3 border-b border-hair/50 py-1 text-soft">
            <span className="min-w-0 flex-1">
              Taken: {lesson.kind === "shake" ? "" : `${name}: `}
              {lesson.words}
            </span>
            <Button disabled={undo.isPending} onClick={() => undo.mutate(id)}>
              Undo
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
