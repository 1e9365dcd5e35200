import { Link } from "react-router";
import { smallAt, type Wish } from "../../domain/bench/picture";
import type { SetupSummary } from "../../domain/documents";
import { usePictures } from "../../state/bench/pictures";
import { useNear } from "../../state/near";

const OWN: Wish[] = [{ light: {}, pins: {} }];

/** What a set takes in the light it is meant for, small; asked for when it comes into view. */
export function SmallPicture({ setup, to }: { setup: SetupSummary; to: string }) {
  const [box, near] = useNear<HTMLAnchorElement>();
  const [picture] = usePictures(setup.id, OWN, setup.headline, near).data ?? [];
  return (
    <Link
      ref={box}
      to={to}
      className="block h-[63px] w-28 shrink-0 overflow-hidden border rule bg-band"
      tabIndex={-1}
      aria-hidden
    >
      {picture?.outcome === "picture" ? (
        <img src={smallAt(picture)} alt="" className="h-full w-full object-cover" />
      ) : null}
    </Link>
  );
}
