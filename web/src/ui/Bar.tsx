/** How far something is, from 0 to 1; null where that is not known: the bar is empty. */
export function Bar({
  share,
  label,
  className = "h-3",
}: {
  share: number | null;
  label: string;
  className?: string;
}) {
  const full = Math.min(Math.max(share ?? 0, 0), 1);
  return (
    <div
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={share === null ? undefined : Math.round(100 * full)}
      className={`w-full border rule bg-paper ${className}`}
    >
      <div className="h-full bg-sea" style={{ width: `${100 * full}%` }} />
    </div>
  );
}
