import { Link } from "react-router";
import { useShoots } from "../../state/queries";
import { Notice, Waiting } from "../../ui/Notice";
import { Presets } from "./Presets";

/** Every card, by shoot and scene. */
export function Cards() {
  const shoots = useShoots();
  if (shoots.isPending) return <Waiting what="your cards" />;
  if (shoots.isError) return <Notice>The service does not answer; your cards are shown when it does.</Notice>;
  const filled = shoots.data.filter((shoot) => shoot.scenes.length > 0 && !shoot.put_away);
  return (
    <div className="mx-auto w-full max-w-[60rem] px-4 py-4">
      <h1 className="mb-3 text-great">Cards</h1>
      {filled.length === 0 ? (
        <p className="text-soft">
          A card says what to dial into one camera for one scene.{" "}
          <Link className="text-sea underline" to="/">
            Add a scene first.
          </Link>
        </p>
      ) : null}
      {filled.map((shoot) => (
        <section key={shoot.id} aria-label={shoot.name} className="mb-6 border rule bg-paper">
          <h2 className="border-b-2 border-ink px-4 py-2 text-verdict">{shoot.name}</h2>
          <ul>
            {shoot.scenes.flatMap((scene) =>
              scene.setups.map((setup) => (
                <li key={setup.id} className="border-b border-hair/60">
                  <Link
                    to={`/cards/${setup.id}`}
                    className="grid gap-x-4 px-4 py-2 hover:bg-sea-wash sm:grid-cols-[12rem_14rem_1fr]"
                  >
                    <span className="font-title text-lead font-semibold">{scene.name}</span>
                    <span>{setup.device_name}</span>
                    <span
                      className={["plan", "waiting"].includes(setup.outcome) ? "text-soft" : "text-signal"}
                    >
                      {setup.outcome === "waiting" ? "being planned …" : setup.headline}
                    </span>
                  </Link>
                </li>
              )),
            )}
          </ul>
          <Presets shootId={shoot.id} />
        </section>
      ))}
    </div>
  );
}
