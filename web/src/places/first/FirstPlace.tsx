import { useSearchParams } from "react-router";
import { First } from "./First";

/** The sequence within an account: another camera, or another scene of a shoot. */
export function FirstPlace() {
  const [search] = useSearchParams();
  return <First signedIn shoot={search.get("shoot") ?? ""} onAccount={() => undefined} />;
}
