import { type ReactNode, useState } from "react";
import { Refused } from "../../domain/refused";
import {
  useChangePassword,
  useLeave,
  useOwn,
  useSignOutElsewhere,
  useSignOutOf,
  useStay,
} from "../../state/account";
import { useBringIn, useTakeOut } from "../../state/transfers";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";
import { OnItsWay } from "../../ui/OnItsWay";
import { TextField } from "../../ui/TextField";
import { HabitsPart } from "./HabitsPart";

const day = (moment: string) =>
  new Date(moment).toLocaleDateString(undefined, { day: "numeric", month: "long", year: "numeric" });

/** One's own account. */
export function Account() {
  const own = useOwn();
  if (own.isPending) return <Waiting what="your account" />;
  if (own.isError) return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  const { name, email, since, goes_at } = own.data;
  return (
    <div className="mx-auto grid w-full max-w-3xl gap-6 px-4 py-4">
      <header>
        <h1 className="text-place">{name}</h1>
        <p className="text-soft">
          {email}, since {day(since)}
        </p>
      </header>
      {goes_at ? <Going at={goes_at} /> : null}
      <Part title="Units and habits">
        <HabitsPart />
      </Part>
      <Password />
      <SignedIn />
      <Archive />
      {goes_at ? null : <Leave />}
    </div>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="border rule bg-paper p-4">
      <h2 className="mb-2 text-lead font-semibold">{title}</h2>
      {children}
    </section>
  );
}

function Going({ at }: { at: string }) {
  const stay = useStay();
  return (
    <section role="alert" className="border-l-4 border-signal bg-paper p-4">
      <p className="mb-2">
        This account and all it owns will be deleted on <strong>{day(at)}</strong>.
      </p>
      <Button look="strong" onClick={() => stay.mutate(undefined)}>
        Keep it
      </Button>
    </section>
  );
}

function Password() {
  const change = useChangePassword();
  const [typed, setTyped] = useState({ old: "", password: "" });
  const refused = change.error instanceof Refused ? change.error : null;
  return (
    <Part title="Password">
      <form
        noValidate
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate(typed, { onSuccess: () => setTyped({ old: "", password: "" }) });
        }}
      >
        <TextField
          label="Password now"
          type="password"
          autoComplete="current-password"
          value={typed.old}
          problem={refused?.at("old")}
          onType={(old) => setTyped({ ...typed, old })}
        />
        <TextField
          label="New password"
          type="password"
          autoComplete="new-password"
          value={typed.password}
          problem={refused?.at("password")}
          onType={(password) => setTyped({ ...typed, password })}
        />
        <div className="flex items-center gap-3 sm:col-span-2">
          <Button type="submit" disabled={change.isPending}>
            Change it
          </Button>
          <span role="status" className="text-note text-soft">
            {change.isSuccess ? "Changed; every other browser is signed out." : ""}
          </span>
        </div>
      </form>
    </Part>
  );
}

function SignedIn() {
  const own = useOwn();
  const elsewhere = useSignOutElsewhere();
  const one = useSignOutOf();
  const sessions = own.data?.signed_in ?? [];
  return (
    <Part title="Signed in">
      <ul className="mb-3 grid gap-1">
        {sessions.map((session) => (
          <li key={session.id} className="flex flex-wrap items-baseline gap-x-3 border-b rule py-1">
            <span>
              {day(session.since)}
              {session.address ? `, from ${session.address}` : ""}
            </span>
            <span className="flex-1 text-note text-soft">
              {session.agent.includes("Mobi") ? "on a phone" : "on a computer"}
            </span>
            {session.here ? (
              <strong className="text-note">this browser</strong>
            ) : (
              <Button look="quiet" onClick={() => one.mutate(session.id)}>
                Sign it out
              </Button>
            )}
          </li>
        ))}
      </ul>
      {sessions.length > 1 ? (
        <Button onClick={() => elsewhere.mutate(undefined)}>Sign out everywhere else</Button>
      ) : null}
    </Part>
  );
}

function Archive() {
  const bring = useBringIn();
  const take = useTakeOut();
  const refused = bring.error instanceof Refused ? bring.error : null;
  return (
    <Part title="Everything you own">
      <p className="mb-3 text-soft">
        One archive of open formats: cameras and bag, shoots with their scenes and readings, places, schools,
        numbers.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <Button
          disabled={take.isPending}
          onClick={() => take.mutate({ url: "/api/account/archive", name: "steady-tide.zip" })}
        >
          Take it out
        </Button>
        <label className="cursor-pointer rounded-sm border rule bg-paper px-2.5 py-1 focus-within:outline-2 hover:bg-sea-wash">
          Bring an archive in
          <input
            type="file"
            accept=".zip,application/zip"
            className="sr-only"
            disabled={bring.isPending}
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) bring.mutate(zip(file));
              event.target.value = "";
            }}
          />
        </label>
        {bring.far ? (
          <OnItsWay
            words={bring.far.way === "sent" ? "Sending it …" : "Reading and keeping it …"}
            share={bring.far.share}
            onStop={bring.stop}
          />
        ) : null}
        {take.far ? (
          <OnItsWay words="Putting it together …" share={take.far.share} onStop={take.stop} />
        ) : null}
        <span role="status" className={bring.error || take.error ? "text-signal" : "text-note text-soft"}>
          {bring.isSuccess ? "It is here, beside what was here before." : ""}
          {bring.error
            ? (refused?.fields[0]?.message ?? refused?.message ?? "No connection: nothing was brought in.")
            : ""}
          {take.error ? "It could not be taken out; try again." : ""}
        </span>
      </div>
    </Part>
  );
}

/** A file that is sent as an archive, whatever this machine calls its kind. */
const zip = (file: File) => new File([file], file.name, { type: "application/zip" });

function Leave() {
  const leave = useLeave();
  const [password, setPassword] = useState("");
  const refused = leave.error instanceof Refused ? leave.error : null;
  return (
    <Part title="Leave">
      <p className="mb-3 text-soft">
        The account is deleted with all it owns in a week. Until then you can regret it here.
      </p>
      <form
        noValidate
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          leave.mutate(password, { onSuccess: () => setPassword("") });
        }}
      >
        <div className="w-64">
          <TextField
            label="Your password"
            type="password"
            autoComplete="current-password"
            value={password}
            problem={refused?.at("password")}
            onType={setPassword}
          />
        </div>
        <Button look="signal" type="submit" disabled={leave.isPending}>
          Delete this account
        </Button>
      </form>
    </Part>
  );
}
