import { Suspense } from "react";
import { Entry } from "./places/entry/Entry";
import { part } from "./places/parts";
import { inField, lastHere, useSession } from "./state/session";
import { Waiting } from "./ui/Notice";

/**
 * What is fetched for who is here and what is asked for: whoever has no account does without its places, and a phone in
 * the field without everything else.
 */
const SignedIn = part(async () => (await import("./places/SignedIn")).SignedIn);
const FieldApp = part(async () => {
  const { FieldApp, prepared } = await import("./places/field/FieldApp");
  const email = lastHere()?.email;
  if (email) await prepared(email);
  return FieldApp;
});
const WithLink = part(async () => (await import("./places/field/WithLink")).WithLink);
const VisitorSums = part(async () => (await import("./places/sums/VisitorSums")).VisitorSums);

/** Whether the page that is asked for is one of the quick sums, which anybody may have worked out. */
const sumsAsked = () => /^\/sums(\/|$)/.test(window.location.pathname);

/** The link to a shoot by which somebody came here, who needs no account for it. */
const linkAsked = () => /^\/with\/([A-Za-z0-9_-]{1,64})(?:\/|$)/.exec(window.location.pathname)?.[1] ?? null;

/** Fetch what is surely shown first, before it is known who is here. */
export async function fetchFirst(): Promise<void> {
  if (linkAsked()) await WithLink.fetch();
  else if (lastHere()) await (inField() ? FieldApp : SignedIn).fetch();
  else if (sumsAsked()) await VisitorSums.fetch();
}

export function App() {
  const link = linkAsked();
  if (link)
    return (
      <Suspense fallback={<Waiting what="the shoot" />}>
        <WithLink.View link={link} />
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
  const known = name !== null && email !== null;
  return (
    <Suspense fallback={<Waiting what="your shoots" />}>
      {known && inField() ? (
        <FieldApp.View key={email} email={email} standing={standing} />
      ) : known ? (
        <SignedIn.View key={email} name={name} email={email} demo={demo} standing={standing} />
      ) : sumsAsked() ? (
        <VisitorSums.View />
      ) : (
        <Entry registration={session.data.registration} />
      )}
    </Suspense>
  );
}
