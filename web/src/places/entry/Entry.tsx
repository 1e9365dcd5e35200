import { useState } from "react";
import type { Registration } from "../../domain/documents";
import { Refused } from "../../domain/refused";
import { useEnter } from "../../state/session";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/Field";

/** Sign in, or make an account. */
export function Entry({ registration }: { registration: Registration }) {
  const [joining, setJoining] = useState(false);
  const [typed, setTyped] = useState({ name: "", email: "", password: "", invitation: "" });
  const enter = useEnter();
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
  return (
    <main className="mx-auto mt-[14vh] w-[min(23rem,92vw)] rounded-sm border rule bg-paper p-6">
      <h1 className="mb-1 text-great">Steady Tide</h1>
      <p className="mb-5 text-soft">Camera settings that hold for the light you will meet.</p>
      <form
        noValidate
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          enter.mutate({ joining, typed });
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
      </form>
    </main>
  );
}
