import type { ReactNode } from "react";

/** A line that needs a hand. */
export function Notice({ children, tone = "signal" }: { children: ReactNode; tone?: "signal" | "plain" }) {
  const look = tone === "signal" ? "border-signal bg-signal-wash text-signal" : "rule bg-paper text-soft";
  return (
    <div role="status" className={`rounded-sm border-l-4 px-3 py-2 ${look}`}>
      {children}
    </div>
  );
}

/** While something is fetched: said, not spun. */
export function Waiting({ what }: { what: string }) {
  return (
    <p role="status" className="p-6 text-soft">
      Fetching {what} …
    </p>
  );
}
