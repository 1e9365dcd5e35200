import { ChevronLeft, Eye, EyeOff, Moon, Sun, SunDim } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { clockWords, postWords } from "../../domain/field/post";
import { useAwake } from "../../state/field/awake";
import type { Field } from "../../state/field/field";
import { usePost } from "../../state/field/use";
import type { Here } from "../../state/session";
import { useNewer } from "../../state/version";
import { setWatch, useWatch, type Watch } from "../../state/watch";

const NEXT: Record<Watch, Watch> = { day: "sun", sun: "night", night: "day" };
const WATCHES = {
  day: { icon: SunDim, words: "By day" },
  sun: { icon: Sun, words: "In bright sun" },
  night: { icon: Moon, words: "Night watch" },
};

const square = "grid size-[52px] place-items-center rounded-sm hover:bg-sea-wash";

/** The top of every place in the field: the way back, where one is, the light one reads in. */
export function Top({
  back,
  title,
}: {
  back: { to: string; words: string; out?: boolean } | null;
  title: string;
}) {
  const watch = useWatch();
  const [wanted, setWanted] = useState(true);
  const awake = useAwake(wanted);
  const Icon = WATCHES[watch].icon;
  return (
    <header className="sticky top-0 z-10 flex items-center gap-1 border-b rule bg-paper px-1">
      {back?.out ? (
        <a href={back.to} className={square} aria-label={back.words}>
          <ChevronLeft aria-hidden />
        </a>
      ) : back ? (
        <Link to={back.to} className={square} aria-label={back.words}>
          <ChevronLeft aria-hidden />
        </Link>
      ) : null}
      <h1 className="min-w-0 flex-1 truncate px-1 text-head">{title}</h1>
      {awake.can ? (
        <button
          type="button"
          className={square}
          aria-pressed={wanted}
          aria-label="Keep the screen awake"
          onClick={() => setWanted(!wanted)}
        >
          {wanted ? <Eye size={20} aria-hidden /> : <EyeOff size={20} aria-hidden />}
        </button>
      ) : null}
      <button
        type="button"
        className={square}
        aria-label={`${WATCHES[watch].words}; change to ${WATCHES[NEXT[watch]].words.toLowerCase()}`}
        onClick={() => setWatch(NEXT[watch])}
      >
        <Icon size={20} aria-hidden />
      </button>
    </header>
  );
}

/**
 * What is on its way home, in one line that is always there, so that nothing moves under a thumb; and what keeps it from
 * getting there, where that takes a hand.
 */
export function WayHome({ field, standing }: { field: Field; standing: Here["standing"] }) {
  const post = usePost(field);
  const newer = useNewer();
  const words = postWords(post.trouble, post.unsent);
  const clock = clockWords(post.clockOff);
  const expired = standing === "expired" || post.trouble === "expired";
  return (
    <div className="border-b rule bg-paper px-3 text-note">
      <p role="status" className={`py-1 ${words ? "font-semibold" : "text-soft"}`}>
        {words ?? "All that you noted is sent."}
      </p>
      {expired ? (
        <p className="pb-1">
          Your session has ended; everything here works.{" "}
          <a href="/" className="press items-center font-semibold underline">
            Sign in again
          </a>
        </p>
      ) : null}
      {clock ? <p className="pb-1">{clock}</p> : null}
      {post.gaveWay.length > 0 ? (
        <div className="flex items-center gap-2 pb-1">
          <span className="flex-1">{post.gaveWay.join(" ")}</span>
          <button type="button" className="rounded-sm border rule px-3" onClick={() => field.post.heeded()}>
            Read
          </button>
        </div>
      ) : null}
      {post.refused.map((one) => (
        <p key={one.id} className="flex items-center gap-2 pb-1 text-signal">
          <span className="flex-1">
            Something you noted was not taken ({one.message || "no reason was given"}). It is still here.
          </span>
          <button
            type="button"
            className="rounded-sm border border-signal px-3"
            onClick={() => void field.post.letGo(one.id)}
          >
            Let it go
          </button>
        </p>
      ))}
      {newer ? (
        <p className="pb-1">
          {post.unsent > 0
            ? "A newer version is ready; it is taken once everything is sent."
            : "A newer version is ready; it is taken when you open the field again."}
        </p>
      ) : null}
    </div>
  );
}
