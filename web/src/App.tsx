import { useState } from "react";
import { BrowserRouter, Route, Routes } from "react-router";
import { Account } from "./places/account/Account";
import { Bench } from "./places/bench/Bench";
import { CardPlace } from "./places/cards/CardPlace";
import { Cards } from "./places/cards/Cards";
import { Day } from "./places/day/Day";
import { Entry } from "./places/entry/Entry";
import { FirstPlace } from "./places/first/FirstPlace";
import { House } from "./places/House";
import { DeviceEditor } from "./places/kit/DeviceEditor";
import { Kit } from "./places/kit/Kit";
import { Nowhere } from "./places/Nowhere";
import { Shoots } from "./places/shoots/Shoots";
import { Taste } from "./places/taste/Taste";
import { openOutbox } from "./state/outbox/use";
import { useSession } from "./state/session";
import { Waiting } from "./ui/Notice";
import { TipProvider } from "./ui/Tip";

export function App() {
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
  const { name, email, demo } = session.data;
  if (name === null || email === null) return <Entry registration={session.data.registration} />;
  return <SignedIn key={email} name={name} email={email} demo={demo} />;
}

function SignedIn({ name, email, demo }: { name: string; email: string; demo: boolean }) {
  useState(() => openOutbox(email));
  return (
    <TipProvider>
      <BrowserRouter>
        <Routes>
          <Route element={<House name={name} demo={demo} />}>
            <Route index element={<Shoots />} />
            <Route path="first" element={<FirstPlace />} />
            <Route path="scenes/:sceneId" element={<Bench />} />
            <Route path="cards" element={<Cards />} />
            <Route path="cards/:setupId" element={<CardPlace />} />
            <Route path="kit" element={<Kit />} />
            <Route path="kit/:deviceId" element={<Kit />} />
            <Route path="kit/:deviceId/edit/:section" element={<DeviceEditor />} />
            <Route path="shoots/:shootId/day" element={<Day />} />
            <Route path="taste" element={<Taste />} />
            <Route path="account" element={<Account />} />
            <Route path="*" element={<Nowhere />} />
          </Route>
        </Routes>
      </BrowserRouter>
    </TipProvider>
  );
}
