import { useState } from "react";
import type { Registration } from "../../domain/documents";
import { Refused } from "../../domain/refused";
import { useWaitingHere } from "../../state/field/unsent";
import { kept, note } from "../../state/first/first";
import { useEnter } from "../../state/session";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/TextField";
import { First } from "../first/First";
import { SharedNote } from "./SharedNote";

/** What was made before goes along into the account, and is opened there. */
function takeAlong() {
  if (!kept().purpose) return;
  note({ wanted: true });
  window.history.replaceState(null, "", "/first");
}

/** Sign in, or make an account. */
export function Entry({ registration }: { registration: Registration }) {
  const [joining, setJoining] = useState(false);
  const [first, setFirst] = useState(() => (kept().step ?? 0) > 0);
  const [typed, setTyped] = useState({ name: "", email: "", password: "", invitation: "" });
  const enter = useEnter();
  const waiting = useWaitingHere();
  const refused = enter.error instanceof Refused ? enter.error : null;
  const field = (
    name: keyof typeof typed,
    label: string,
    type: "text" | "email" | "password",
    fill: string,
  ) => (
    <TextField
      label={label}
      type={type}
      autoComplete={fill}
      value={typed[name]}
      problem={refused?.at(name)}
      onType={(text) => setTyped({ ...typed, [name]: text })}
    />
  );
  if (first) {
    const signUp = () => {
      setJoining(registration !== "closed");
      setFirst(false);
    };
    return (
      <>
        <header className="flex items-baseline gap-3 border-b rule bg-paper px-4 py-2">
          <span className="font-title text-head font-semibold">Steady Tide</span>
          <Button look="quiet" className="ml-auto min-h-11 text-sea" onClick={() => setFirst(false)}>
            Sign in
          </Button>
        </header>
        <First signedIn={false} onAccount={signUp} />
      </>
    );
  }
  return (
    <main className="mx-auto mt-[8vh] w-[min(23rem,92vw)] rounded-sm border rule bg-paper p-6">
      <h1 className="mb-1 text-great">Steady Tide</h1>
      <p className="mb-4 text-soft">Camera settings that hold for the light you will meet.</p>
      <SharedNote />
      {waiting > 0 ? (
        <p className="mb-4 border-l-4 border-sea bg-sea-wash px-3 py-1">
          {waiting} note{waiting === 1 ? "" : "s"} from the field wait on this device: sign in as whoever made
          them, and they are sent.
        </p>
      ) : null}
      {kept().purpose ? (
        <p className="mb-4 border-l-4 border-sea bg-sea-wash px-3 py-1">
          Your card waits on this device; it is kept in the account you make or open now.
        </p>
      ) : (
        <Button
          look="strong"
          className="mb-5 min-h-11 w-full justify-center text-head"
          onClick={() => setFirst(true)}
        >
          Get a card now, without an account
        </Button>
      )}
      <form
        noValidate
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          enter.mutate({ joining, typed }, { onSuccess: takeAlong });
        }}
      >
        {joining ? field("name", "Your name", "text", "name") : null}
        {field("email", "E-mail address", "email", "email")}
        {field("password", "Password", "password", joining ? "new-password" : "current-password")}
        {joining && registration === "invited" ? field("invitation", "Invitation", "text", "off") : null}
        {enter.error && !refused?.fields.length ? (
          <p role="alert" className="text-signal">
            {refused ? refused.message : "The service does not answer. What you typed is still here."}
          </p>
        ) : null}
        <Button look="strong" type="submit" disabled={enter.isPending} className="justify-center py-1.5">
          {joining ? "Make the account" : "Sign in"}
        </Button>
        {registration === "closed" ? (
          <p className="text-note text-soft">New accounts are made by whoever runs this service.</p>
        ) : (
          <Button look="quiet" onClick={() => setJoining(!joining)} className="justify-center text-sea">
            {joining ? "I have an account" : "Make an account"}
          </Button>
        )}
        <a href="/sums" className="justify-self-center text-sea underline">
          Quick sums, without an account
        </a>
      </form>
    </main>
  );
}
