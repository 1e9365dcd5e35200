import type { ButtonHTMLAttributes } from "react";

type Look = "plain" | "strong" | "quiet" | "signal";

const LOOKS: Record<Look, string> = {
  plain: "border rule bg-paper hover:bg-sea-wash",
  strong: "border border-transparent bg-sea text-on-sea hover:opacity-90",
  quiet: "border border-transparent hover:bg-sea-wash",
  signal: "border border-signal text-signal bg-paper hover:bg-signal-wash",
};

export function Button({
  look = "plain",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: Look }) {
  return (
    <button
      type="button"
      className={`inline-flex items-center gap-1.5 rounded-sm px-2.5 py-1 disabled:opacity-45 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
