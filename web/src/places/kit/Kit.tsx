import { Link, useParams } from "react-router";
import { words } from "../../domain/format";
import { useDevices } from "../../state/queries";
import { Notice, Waiting } from "../../ui/Notice";
import { KitImport } from "../shoots/KitImport";
import { Bag } from "./Bag";
import { DevicePage } from "./DevicePage";
import { KitHistory } from "./KitHistory";
import { NewCamera } from "./NewCamera";

/** Cameras with their modes as a table, what each is good at, and the bag. */
export function Kit() {
  const { deviceId } = useParams();
  const devices = useDevices();
  if (devices.isPending) return <Waiting what="your kit" />;
  if (devices.isError) return <Notice>The service does not answer; your kit is shown when it does.</Notice>;
  const shown = deviceId ?? devices.data[0]?.id;
  return (
    <div className="mx-auto grid w-full max-w-[84rem] flex-1 lg:grid-cols-[15rem_minmax(0,1fr)]">
      <aside className="border-r rule bg-paper px-3 py-3">
        <h1 className="mb-2 px-1 text-place">Kit</h1>
        <nav aria-label="Cameras">
          {devices.data.map((device) => (
            <Link
              key={device.id}
              to={`/kit/${device.id}`}
              aria-current={device.id === shown ? "page" : undefined}
              className="block rounded-sm px-2 py-1 hover:bg-sea-wash aria-[current=page]:bg-sea-wash aria-[current=page]:font-semibold"
            >
              {device.name}
              <span className="block text-fine font-normal text-soft">
                {words(device.kind)}, {device.modes} modes
              </span>
            </Link>
          ))}
        </nav>
        <div className="mt-3 px-1 text-small">
          <NewCamera />
        </div>
        <KitHistory />
        <div className="mt-4 border-t rule px-1 pt-2 text-small">
          <KitImport empty={devices.data.length === 0} />
          {devices.data.length > 0 ? (
            <a className="mt-2 inline-block text-sea underline" href="/api/kit" download="kit.json">
              Take the kit out (JSON)
            </a>
          ) : null}
        </div>
      </aside>
      <div className="min-w-0 px-4 py-3">
        {shown && devices.data.some((one) => one.id === shown) ? (
          <DevicePage key={shown} deviceId={shown} devices={devices.data} />
        ) : devices.isFetching ? (
          <Waiting what="the camera" />
        ) : shown ? (
          <Notice tone="plain">This camera is not in your kit, or not any more.</Notice>
        ) : null}
        <Bag devices={devices.data} />
      </div>
    </div>
  );
}
