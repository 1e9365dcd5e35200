/** How the way home stands, in words. Pure. */

const notes = (count: number) => `${count} note${count === 1 ? "" : "s"}`;

/** trouble: why something is not sent; unsent: how many. Null where all is well. */
export function postWords(trouble: string | null, unsent: number): string | null {
  if (trouble === "full")
    return "This phone is full: what you noted last is on this page only. Make room before you close it.";
  if (unsent === 0) return null;
  if (trouble === "expired") return `${notes(unsent)} kept here. Sign in again, and they are sent.`;
  if (trouble === "gone")
    return `${notes(unsent)} kept on this phone: the shoot they belong to was deleted, or the link was closed.`;
  if (trouble === "off") return `${notes(unsent)} kept here; sent with the next signal.`;
  return `Sending ${notes(unsent)} …`;
}

/** How far the phone's clock is off, in words; null where it is near enough. */
export function clockWords(off: number): string | null {
  if (off === 0) return null;
  const minutes = Math.round(Math.abs(off) / 60);
  const size = minutes >= 60 && minutes % 60 === 0 ? `${minutes / 60} h` : `${minutes} min`;
  return `This phone's clock is ${size} ${off > 0 ? "ahead" : "behind"}: what you noted was set right by so much.`;
}
