import { lazy, useEffect, useState } from "react";
import { BrowserRouter, Route, Routes } from "react-router";
import "../domain/wordingInside";
import { openOutbox } from "../state/outbox/use";
import type { Here } from "../state/session";
import { TipProvider } from "../ui/Tip";
import { FirstPlace } from "./first/FirstPlace";
import { House } from "./House";
import { Nowhere } from "./Nowhere";
import { Shoots } from "./shoots/Shoots";

/** Places that are fetched when they are first entered. */
const Account = lazy(async () => ({ default: (await import("./account/Account")).Account }));
const Beside = lazy(async () => ({ default: (await import("./beside/Beside")).Beside }));
const Bench = lazy(async () => ({ default: (await import("./bench/Bench")).Bench }));
const CardPlace = lazy(async () => ({ default: (await import("./cards/CardPlace")).CardPlace }));
const Cards = lazy(async () => ({ default: (await import("./cards/Cards")).Cards }));
const Day = lazy(async () => ({ default: (await import("./day/Day")).Day }));
const DeviceEditor = lazy(async () => ({
  default: (await import("./kit/DeviceEditor")).DeviceEditor,
}));
const ClipPlace = lazy(async () => ({ default: (await import("./footage/ClipPlace")).ClipPlace }));
const FootagePlace = lazy(async () => ({
  default: (await import("./footage/FootagePlace")).FootagePlace,
}));
const PairPlace = lazy(async () => ({ default: (await import("./footage/PairPlace")).PairPlace }));
const Kit = lazy(async () => ({ default: (await import("./kit/Kit")).Kit }));
const LogbookPlace = lazy(async () => ({ default: (await import("./logbook/LogbookPlace")).LogbookPlace }));
const Ready = lazy(async () => ({ default: (await import("./ready/Ready")).Ready }));
const Shots = lazy(async () => ({ default: (await import("./shots/Shots")).Shots }));
const Sums = lazy(async () => ({ default: (await import("./sums/Sums")).Sums }));
const SharedPlace = lazy(async () => ({
  default: (await import("./shared/SharedPlace")).SharedPlace,
}));
const Taste = lazy(async () => ({ default: (await import("./taste/Taste")).Taste }));

/** All places of an account. standing: whether it is really there, or who was here last without a connection. */
export function SignedIn({
  name,
  email,
  demo,
  standing,
}: {
  name: string;
  email: string;
  demo: boolean;
  standing: Here["standing"];
}) {
  useState(() => openOutbox(email));
  return (
    <TipProvider>
      <BrowserRouter>
        <Routes>
          <Route path="field/*" element={<Out />} />
          <Route element={<House name={name} demo={demo} offline={standing !== "in"} />}>
            <Route index element={<Shoots />} />
            <Route path="first" element={<FirstPlace />} />
            <Route path="scenes/:sceneId" element={<Bench />} />
            <Route path="scenes/:sceneId/beside" element={<Beside />} />
            <Route path="cards" element={<Cards />} />
            <Route path="cards/:setupId" element={<CardPlace />} />
            <Route path="kit" element={<Kit />} />
            <Route path="kit/:deviceId" element={<Kit />} />
            <Route path="kit/:deviceId/edit/:section" element={<DeviceEditor />} />
            <Route path="shoots/:shootId/day" element={<Day />} />
            <Route path="shoots/:shootId/ready" element={<Ready />} />
            <Route path="shoots/:shootId/shots" element={<Shots />} />
            <Route path="shoots/:shootId/footage" element={<FootagePlace />} />
            <Route path="shoots/:shootId/footage/:clipId" element={<ClipPlace />} />
            <Route path="shoots/:shootId/pair/:leftId/:rightId" element={<PairPlace />} />
            <Route path="sums" element={<Sums signedIn />} />
            <Route path="sums/:sumKey" element={<Sums signedIn />} />
            <Route path="shared/:link" element={<SharedPlace />} />
            <Route path="logbook" element={<LogbookPlace />} />
            <Route path="taste" element={<Taste />} />
            <Route path="account" element={<Account />} />
            <Route path="*" element={<Nowhere />} />
          </Route>
        </Routes>
      </BrowserRouter>
    </TipProvider>
  );
}

/** The field is an application of its own: going back to it opens it anew. */
function Out() {
  useEffect(() => window.location.reload(), []);
  return null;
}
