import { useEffect, useMemo } from "react";
import { BrowserRouter, Outlet, Route, Routes } from "react-router";
import { linkDoor } from "../../state/field/door";
import type { Field } from "../../state/field/field";
import { useField, useShown } from "../../state/field/use";
import { Notice, Waiting } from "../../ui/Notice";
import { FieldShoot } from "./FieldShoot";
import { Closed, Frame, type Standing } from "./InField";

/** A shoot that somebody shows by a link, for a helper without an account: to look, and where they may, to count takes. */
export function WithLink({ link }: { link: string }) {
  const door = useMemo(() => linkDoor(link), [link]);
  const field = useField(door);
  if (field === "closed") return <Closed />;
  if (!field) return <Waiting what="the shoot" />;
  return (
    <Frame>
      <BrowserRouter>
        <Routes>
          <Route path="with/:link" element={<Shown field={field} base={`/with/${link}`} />}>
            <Route index element={<FieldShoot />} />
            <Route path=":sceneId" element={<FieldShoot />} />
            <Route path=":sceneId/:tab" element={<FieldShoot />} />
          </Route>
        </Routes>
      </BrowserRouter>
    </Frame>
  );
}

function Shown({ field, base }: { field: Field; base: string }) {
  const { packs, taking } = useShown(field);
  // What is shown is asked for anew whenever the link is opened; without a connection what was kept stays.
  useEffect(() => void field.take(""), [field]);
  const error = taking[""]?.error;
  if (packs.length === 0) {
    if (error)
      return (
        <main className="p-4">
          <h1 className="mb-2 text-place">This link opens nothing now</h1>
          <Notice>{error}</Notice>
        </main>
      );
    return <Waiting what="the shoot" />;
  }
  const may = packs[0]?.pack.may;
  return (
    <>
      <p className="bg-sea-wash px-3 py-1 text-note">
        Shown to you by its maker. {may === "count" ? "You can count takes and judge them." : "You can look."}
      </p>
      <Outlet context={{ field, standing: "in", base } satisfies Standing} />
    </>
  );
}
