import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Device, DeviceView } from "../../domain/documents";
import { metres } from "../../domain/habits";
import { apertureText, limitsOf } from "../../domain/kit/modes";
import { Refused } from "../../domain/refused";
import { useCopyDevice, useDeleteDevice, useDevice, useReplaceModes } from "../../state/kit/kit";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";
import { Assumed } from "./Assumed";
import { ModeGrid } from "./ModeGrid";
import { OnItNow } from "./OnItNow";
import { PasteModes } from "./PasteModes";
import { ShareLink } from "./ShareLink";
import { Strengths } from "./Strengths";

/** One camera: its facts, its modes, what it is good at beside another one. */
export function DevicePage({ deviceId, devices }: { deviceId: string; devices: DeviceView[] }) {
  const device = useDevice(deviceId);
  const [other, setOther] = useState<string | null>(null);
  if (device.isPending) return <Waiting what="the camera" />;
  if (device.isError) return <Notice>This camera is not in your kit.</Notice>;
  return (
    <>
      <section aria-label={device.data.name} className="mb-4 border rule bg-paper">
        <header className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink px-4 py-2">
          <h2 className="text-place">{device.data.name}</h2>
          <Facts device={device.data} />
          <Assumed key={deviceId} deviceId={deviceId} words={device.data.assumed} />
        </header>
        <ModeGrid device={device.data} />
        <Documents deviceId={deviceId} device={device.data} />
      </section>
      <OnItNow deviceId={deviceId} device={device.data} />
      <Strengths
        deviceId={deviceId}
        name={device.data.name}
        devices={devices}
        other={other}
        onOther={setOther}
      />
    </>
  );
}

function Facts({ device }: { device: Device }) {
  const isos = device.iso.values;
  const facts = [
    device.lenses.map(apertureText).join(", "),
    `ISO ${isos[0]} to ${isos[isos.length - 1]}${device.iso.settable ? "" : ", its own choice"}`,
    device.depth_rating_m > 0 ? `bare to ${metres(device.depth_rating_m)}` : "must stay dry",
    `${device.preset_slots} preset slot${device.preset_slots === 1 ? "" : "s"}`,
    device.flight_minutes ? `flies ${device.flight_minutes} min` : null,
  ];
  return (
    <div className="text-soft">
      <p>{facts.filter(Boolean).join("; ")}</p>
      {limitsOf(device).map((line) => (
        <p key={line}>{line}</p>
      ))}
    </div>
  );
}

function Documents({ deviceId, device }: { deviceId: string; device: Device }) {
  const replace = useReplaceModes(deviceId);
  const remove = useDeleteDevice();
  const copy = useCopyDevice();
  const go = useNavigate();
  const error = replace.error ?? remove.error;
  return (
    <footer className="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 py-2 text-small">
      <Link
        className="rounded-sm border rule px-2.5 py-0.5 font-semibold hover:bg-sea-wash"
        to={`/kit/${deviceId}/edit/body`}
      >
        Describe it
      </Link>
      <Link
        className="rounded-sm border rule px-2.5 py-0.5 font-semibold hover:bg-sea-wash"
        to={`/kit/${deviceId}/edit/modes`}
      >
        Edit the modes
      </Link>
      <PasteModes deviceId={deviceId} name={device.name} />
      <a className="text-sea underline" href={`/api/kit/devices/${deviceId}`} download={`${device.key}.json`}>
        Document (JSON)
      </a>
      <a
        className="text-sea underline"
        href={`/api/kit/devices/${deviceId}/modes`}
        download={`${device.key}-modes.csv`}
      >
        Modes (CSV)
      </a>
      <label className="flex items-center gap-2">
        <span className="text-soft">Other modes (CSV)</span>
        <input
          type="file"
          accept=".csv,text/csv"
          className="w-44"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) replace.mutate(file);
            event.target.value = "";
          }}
        />
      </label>
      <ShareLink what="this camera" wish={{ device_id: deviceId }} />
      <Button
        look="quiet"
        disabled={copy.isPending}
        onClick={() => copy.mutate(deviceId, { onSuccess: (made) => go(`/kit/${made.id}`) })}
      >
        Copy this camera
      </Button>
      <Button
        look="quiet"
        className="text-signal"
        disabled={remove.isPending}
        onClick={() => remove.mutate(deviceId, { onSuccess: () => go("/kit") })}
      >
        Delete this camera
      </Button>
      {error ? (
        <ul role="alert" className="w-full text-signal">
          {error instanceof Refused && error.fields.length > 0 ? (
            error.fields.slice(0, 8).map((field) => (
              <li key={field.path.join(".")}>
                {field.path.join(".")}: {field.message}
              </li>
            ))
          ) : (
            <li>{error instanceof Refused ? error.message : "No connection: nothing was changed."}</li>
          )}
        </ul>
      ) : null}
    </footer>
  );
}
