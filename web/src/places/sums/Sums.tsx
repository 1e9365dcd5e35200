import { Link, NavLink, useParams } from "react-router";
import type { SumName } from "../../domain/documents";
import { useSums } from "../../state/sums/quick";
import { Notice, Waiting } from "../../ui/Notice";
import { Nowhere } from "../Nowhere";
import { OneSum } from "./OneSum";

/** Quick sums: one question each, on the same core as the plans; no camera is needed. */
export function Sums({ signedIn }: { signedIn: boolean }) {
  const { sumKey } = useParams();
  const sums = useSums();
  if (sums.isPending) return <Waiting what="the quick sums" />;
  if (sums.isError)
    return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  const chosen = sums.data.find((one) => one.key === sumKey);
  if (sumKey && !chosen) return <Nowhere />;
  return (
    <div className="mx-auto w-full max-w-[70rem] px-4 py-3">
      <header className="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-place">{chosen ? <Link to="/sums">Quick sums</Link> : "Quick sums"}</h1>
        {chosen ? null : <span className="text-soft">One question each. No camera is needed for any.</span>}
      </header>
      <div className="grid items-start gap-5 md:grid-cols-[13rem_1fr]">
        <Names sums={sums.data} />
        {chosen ? (
          <OneSum key={chosen.key} sum={chosen} signedIn={signedIn} />
        ) : (
          <Questions sums={sums.data} />
        )}
      </div>
    </div>
  );
}

/** All sums by name; on a phone the questions stand for them. */
function Names({ sums }: { sums: SumName[] }) {
  return (
    <nav aria-label="Quick sums" className="border rule bg-paper max-md:hidden">
      {sums.map((one) => (
        <NavLink
          key={one.key}
          to={`/sums/${one.key}`}
          className="block border-b border-hair/50 px-3 py-1.5 hover:bg-sea-wash aria-[current=page]:bg-sea-wash aria-[current=page]:font-semibold"
        >
          {one.name}
        </NavLink>
      ))}
    </nav>
  );
}

/** The questions, large enough for a thumb. */
function Questions({ sums }: { sums: SumName[] }) {
  return (
    <ul className="grid gap-2 sm:grid-cols-2">
      {sums.map((one) => (
        <li key={one.key}>
          <Link
            to={`/sums/${one.key}`}
            className="flex min-h-14 flex-col justify-center border rule bg-paper px-3 py-2 hover:bg-sea-wash"
          >
            <span className="font-title text-lead font-semibold">{one.question}</span>
            <span className="text-note text-soft">{one.name}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
