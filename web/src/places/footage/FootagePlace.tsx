import { useState } from "react";
import { useParams } from "react-router";
import type { ClipView, Footage, ShootView } from "../../domain/documents";
import { byScene, type SceneGroup, toldOf } from "../../domain/footage/footage";
import { Refused } from "../../domain/refused";
import { wordsOf } from "../../domain/wrong";
import { useClipActs, useFootage } from "../../state/footage/footage";
import { useShoot } from "../../state/queries";
import { Button } from "../../ui/Button";
import { More } from "../../ui/More";
import { Notice, Waiting } from "../../ui/Notice";
import { Nowhere } from "../Nowhere";
import { ShootPlaces } from "../ShootPlaces";
import { BringIn } from "./BringIn";
import { ClipStrip } from "./ClipStrip";
import { HandOver } from "./HandOver";
import { Lessons } from "./Lessons";

/** The clips of a shoot, as a contact sheet under its scenes. */
export function FootagePlace() {
  const { shootId = "" } = useParams();
  const clips = useFootage(shootId);
  const shoot = useShoot(shootId);
  if (clips.isPending || shoot.isPending) return <Waiting what="the footage" />;
  if (clips.error instanceof Refused || shoot.error instanceof Refused) return <Nowhere />;
  if (!clips.footage || !shoot.data)
    return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  const more = clips.hasNextPage ? () => clips.fetchNextPage() : null;
  return <Sheet shoot={shoot.data} footage={clips.footage} onMore={more} />;
}

const NAMES = { read: "Being read", scene: "", loose: "Of no scene" };

function Sheet({
  shoot,
  footage,
  onMore,
}: {
  shoot: ShootView;
  footage: Footage;
  onMore: (() => void) | null;
}) {
  const acts = useClipActs(shoot.id);
  const [gone, setGone] = useState<ClipView | null>(null);
  const groups = byScene(shoot.scenes, [...footage.clips, ...footage.loose]);
  const any = footage.told.clips + footage.told.loose > 0;
  const remove = (clip: ClipView) => acts.remove.mutate(clip.id, { onSuccess: () => setGone(clip) });
  const unread = footage.told.failed;
  const failed = acts.tryAll.error ?? acts.move.error ?? acts.remove.error ?? acts.bringBack.error;
  return (
    <div className="mx-auto w-full max-w-[76rem] px-4 py-3">
      <header className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-place">Footage</h1>
        <span className="text-soft">{shoot.name}</span>
        <span className="ml-auto">
          <ShootPlaces shootId={shoot.id} />
        </span>
      </header>
      <p aria-live="polite" className="font-title text-verdict font-semibold">
        {toldOf(footage.told)}
      </p>
      <BringIn shootId={shoot.id} first={!any} />
      {failed ? <Notice>{wordsOf(failed)}</Notice> : null}
      {unread > 0 ? (
        <p role="status" className="my-2 flex items-center gap-3 border rule bg-paper px-3 py-1.5">
          {unread} {unread === 1 ? "clip was" : "clips were"} not read or held to the end: something went
          wrong here.
          <Button onClick={() => acts.tryAll.mutate()} disabled={acts.tryAll.isPending}>
            {unread === 1 ? "Try it again" : "Try all again"}
          </Button>
        </p>
      ) : null}
      {gone ? (
        <p role="status" className="my-2 flex items-center gap-3 border rule bg-paper px-3 py-1.5">
          {gone.name} is deleted.
          <Button
            onClick={() => acts.bringBack.mutate(gone.id, { onSuccess: () => setGone(null) })}
            disabled={acts.bringBack.isPending}
          >
            Bring it back
          </Button>
          <Button look="quiet" onClick={() => setGone(null)}>
            Leave it
          </Button>
        </p>
      ) : null}
      {any ? <Lessons /> : null}
      {any ? <HandOver shoot={shoot} clips={footage.clips} /> : null}
      {any
        ? groups.map((group) => (
            <Group
              key={group.scene?.id ?? group.kind}
              kind={group.kind}
              name={group.scene?.name ?? NAMES[group.kind]}
              clips={group.clips}
              whole={onMore === null}
              shoot={shoot}
              zone={footage.zone}
              onDrop={(clip_id) =>
                acts.move.mutate({ clip_id, setup_id: group.scene?.setups[0]?.id ?? null })
              }
              onMove={(clip_id, setup_id) => acts.move.mutate({ clip_id, setup_id })}
              onRemove={remove}
            />
          ))
        : null}
      {onMore ? <More onMore={onMore} what="clips" /> : null}
    </div>
  );
}

const CLIP = "application/x-steady-tide-clip";

function Group({
  kind,
  name,
  clips,
  whole,
  shoot,
  zone,
  onDrop,
  onMove,
  onRemove,
}: {
  kind: SceneGroup["kind"];
  name: string;
  clips: ClipView[];
  whole: boolean;
  shoot: ShootView;
  zone: string;
  onDrop: (clip_id: string) => void;
  onMove: (clip_id: string, setup_id: string | null) => void;
  onRemove: (clip: ClipView) => void;
}) {
  const [over, setOver] = useState(false);
  if (clips.length === 0 && kind !== "scene") return null;
  return (
    <section
      aria-label={name}
      className={`mt-3 border-t rule pt-1 ${over ? "bg-sea-wash" : ""}`}
      onDragOver={(event) => {
        if (kind === "read" || !event.dataTransfer.types.includes(CLIP)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        const clip = event.dataTransfer.getData(CLIP);
        if (clip) onDrop(clip);
      }}
    >
      <h2 className="flex items-baseline gap-3 text-head">
        {name}
        <span className="font-sans text-small font-normal text-soft">
          {clips.length === 0 && whole ? "no clip yet; drag one here" : ""}
        </span>
      </h2>
      <ul>
        {clips.map((clip) => (
          <ClipStrip
            key={clip.id}
            clip={clip}
            shoot={shoot}
            zone={zone}
            onDragStart={(event) => event.dataTransfer.setData(CLIP, clip.id)}
            onMove={(setup_id) => onMove(clip.id, setup_id)}
            onRemove={() => onRemove(clip)}
          />
        ))}
      </ul>
    </section>
  );
}
