import { told } from "../../domain/wording";
import { useHangsOn } from "../../state/taste/stances";

/** Which inputs would turn the plan, so that one knows what to measure first. */
export function HangsOn({ setupId, made, wanted }: { setupId: string; made: string; wanted: boolean }) {
  const found = useHangsOn(setupId, made, wanted);
  return (
    <section aria-label="What it hangs on" className="mt-3">
      <h3 className="border-b rule text-lead font-semibold">What it hangs on</h3>
      {found.isPending ? <p className="text-note text-soft">Trying the inputs otherwise …</p> : null}
      {found.data?.length === 0 ? (
        <p className="text-note text-soft">Nothing tried would turn this set: it stands firmly.</p>
      ) : null}
      <ul className="text-note">
        {found.data?.slice(0, 4).map((one) => (
          <li key={one.key} className="border-b border-hair/50 py-0.5">
            <span className="font-semibold">{one.label}</span>: {told(one.words)}.{" "}
            <span className="text-soft">To be sure, {one.measure}.</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
