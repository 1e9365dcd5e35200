import { useState } from "react";
import { BrowserRouter, Route, Routes } from "react-router";
import { accountDoor } from "../../state/field/door";
import { openField } from "../../state/field/use";
import type { Here } from "../../state/session";
import { FieldHome } from "./FieldHome";
import { FieldShoot } from "./FieldShoot";
import { InField } from "./InField";

/** Read what is on this phone before it is shown, so that it is there at once. */
export const prepared = (email: string): Promise<unknown> =>
  openField(accountDoor(email)).catch(() => undefined);

/**
 * The field of whoever is here, by itself: a slow phone opens it without the rest of the application. Ways out of it are
 * plain links.
 */
export function FieldApp({ email, standing }: { email: string; standing: Here["standing"] }) {
  const [door] = useState(() => accountDoor(email));
  return (
    <BrowserRouter>
      <Routes>
        <Route path="field" element={<InField door={door} standing={standing} />}>
          <Route index element={<FieldHome />} />
          <Route path=":shootId" element={<FieldShoot />} />
          <Route path=":shootId/:sceneId" element={<FieldShoot />} />
          <Route path=":shootId/:sceneId/:tab" element={<FieldShoot />} />
        </Route>
      </Routes>
    </BrowserRouter>
  );
}
