/** Fills for exposure: a tint a stop, each with a pattern of its own, so that colour is never alone. */
export function Shades({ id }: { id: string }) {
  return (
    <defs>
      {[1, 2, 3, 4].map((step) => (
        <pattern
          key={`deep-${step}`}
          id={`${id}-deep-${step}`}
          width={24}
          height={14 - 2.4 * step}
          patternUnits="userSpaceOnUse"
        >
          <rect width={24} height={14} fill={`var(--deep-${step})`} />
          <path
            d="M0,3 q6,-3 12,0 t12,0"
            fill="none"
            stroke="var(--ink)"
            strokeOpacity={0.2}
            strokeWidth={0.8}
          />
        </pattern>
      ))}
      {[1, 2, 3, 4].map((step) => (
        <pattern
          key={`sand-${step}`}
          id={`${id}-sand-${step}`}
          width={13 - 2.2 * step}
          height={13 - 2.2 * step}
          patternUnits="userSpaceOnUse"
        >
          <rect width={13} height={13} fill={`var(--sand-${step})`} />
          <circle cx={2.2} cy={2.2} r={0.8} fill="var(--ink)" fillOpacity={0.28} />
        </pattern>
      ))}
    </defs>
  );
}
