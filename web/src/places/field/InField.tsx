import "../../domain/wordingInside";
import type { ReactNode } from "react";
import { Outlet, useOutletContext } from "react-router";
import type { Door } from "../../state/field/door";
import type { Field } from "../../state/field/field";
import { useField } from "../../state/field/use";
import type { Here } from "../../state/session";
import { Notice, Waiting } from "../../ui/Notice";

/** What every place of the field stands on. base: the address of the field behind this door. */
export type Standing = { field: Field; standing: Here["standing"]; base: string };

export const useInField = (): Standing => useOutletContext<Standing>();

/** The field of whoever is signed in: places for one hand, on what is kept on this phone. */
export function InField({ door, standing }: { door: Door; standing: Here["standing"] }) {
  const field = useField(door);
  if (field === "closed") return <Closed />;
  if (!field) return <Waiting what="what you took along" />;
  return (
    <Frame>
      <Outlet context={{ field, standing, base: "/field" } satisfies Standing} />
    </Frame>
  );
}

/** A browser that keeps nothing: a private window, or storage that is forbidden. */
export function Closed() {
  return (
    <main className="p-6">
      <h1 className="mb-2 text-place">This window keeps nothing</h1>
      <Notice>
        The field lives on what the browser keeps. Open it in an ordinary window, or allow this page to store
        data.
      </Notice>
    </main>
  );
}

/** Everything here is large, and a press is a press: no zoom waits for a second one. */
export function Frame({ children }: { children: ReactNode }) {
  return (
    <div className="in-field flex min-h-dvh touch-manipulation flex-col bg-ground text-field">{children}</div>
  );
}
