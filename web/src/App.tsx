import { lazy, Suspense } from "react";
import { Entry } from "./places/entry/Entry";
import { useSession } from "./state/session";
import { Waiting } from "./ui/Notice";

/** All that needs an account is fetched when there is one: the first card does without. */
const SignedIn = lazy(async () => ({ default: (await import("./places/SignedIn")).SignedIn }));

const WithLink = lazy(async () => ({ default: (await import("./places/field/WithLink")).WithLink }));

const VisitorSums = lazy(async () => ({ default: (await import("./places/sums/VisitorSums")).VisitorSums }));

/** Whether the page that is asked for is one of the quick sums, which anybody may have worked out. */
const sumsAsked = () => /^\/sums(\/|$)/.test(window.location.pathname);

/** The link to a shoot by which somebody came here, who needs no account for it. */
const linkAsked = () => /^\/with\/([A-Za-z0-9_-]{1,64})(?:\/|$)/.exec(window.location.pathname)?.[1] ?? null;

export function App() {
  const link = linkAsked();
  if (link)
    return (
      <Suspense fallback={<Waiting what="the shoot" />}>
        <WithLink link={link} />
      </Suspense>
    );
  return <Known />;
}

function Known() {
  const session = useSession();
  if (session.isPending) return <Waiting what="your shoots" />;
  if (session.isError) {
    return (
      <main className="p-8">
        <h1 className="text-place">The service does not answer</h1>
        <p className="my-3 text-soft">It may have been stopped. Nothing you entered is lost.</p>
        <button type="button" className="underline" onClick={() => session.refetch()}>
          Try again
        </button>
      </main>
    );
  }
  const { name, email, demo, standing } = session.data;
  if (name === null || email === null) {
    if (!sumsAsked()) return <Entry registration={session.data.registration} />;
    return (
      <Suspense fallback={<Waiting what="the quick sums" />}>
        <VisitorSums />
      </Suspense>
    );
  }
  return (
    <Suspense fallback={<Waiting what="your shoots" />}>
      <SignedIn key={email} name={name} email={email} demo={demo} standing={standing} />
    </Suspense>
  );
}
