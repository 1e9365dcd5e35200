/** Kinds of scene, drawn by us: a horizon line and what is before it. */
const LINES: Record<string, string> = {
  everyday: "M4 38h40M14 38V22m0 0a4 4 0 1 0-.1 0M14 28l-5 4m5-4 5 4M32 38V16h10v22M35 22h4m-4 6h4",
  talking: "M24 14a6 6 0 1 0 .1 0M12 40c0-9 5-13 12-13s12 4 12 13M38 10h6v8h-6l-3 3v-3",
  motion: "M4 40 44 30M12 28a5 5 0 1 0 .1 0M33 23a5 5 0 1 0 .1 0M13 32l8-9 10 4M21 23l4-9M4 14h10M2 20h8",
  underwater:
    "M2 12c4-4 8 4 12 0s8 4 12 0 8 4 12 0 6 3 8 1M14 28c6-8 16-8 22 0-6 8-16 8-22 0Zm0 0-6-5v10ZM30 26h.1",
  "low-light": "M4 40h40M14 40V14h10M24 14l-5 9h10ZM34 40V24h8v16M31 8a6 6 0 0 0 7 8 7 7 0 1 1-7-8",
  drone: "M16 22h16v6H16ZM16 22l-7-6m23 6 7-6M4 16h10m20 0h10M24 28v6M4 42h40",
  scenic: "M2 40 16 18l9 12 6-8 15 18ZM34 12a5 5 0 1 0 .1 0",
  product: "M6 38h36M17 38V20h14v18M20 20v-6h8v6M17 27h14M38 8l4 4m-4 4h5",
  lapse: "M24 8a16 16 0 1 0 .1 0M24 14v10l7 5M6 6h.1M42 8h.1M4 40h.1M44 38h.1",
};

export function Drawing({ of }: { of: string }) {
  return (
    <svg viewBox="0 0 48 48" aria-hidden className="size-12 fill-none stroke-current" strokeWidth={2}>
      <path d={LINES[of] ?? LINES.everyday} strokeLinecap="round" strokeLinejoin="round" />
    </svg>
  );
}
