import { useCallback, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import type { ProblemView, SceneView } from "../../domain/documents";
import { Refused } from "../../domain/refused";
import { type Perform, redo, undo } from "../../state/bench/acts";
import { useBriefDraft } from "../../state/bench/draft";
import { useKeys } from "../../state/keys";
import { useGone, useScene, useSceneAct } from "../../state/queries";
import { useWide } from "../../state/wide";
import { Clash } from "../../ui/Clash";
import { Notice, Waiting } from "../../ui/Notice";
import { Nowhere } from "../Nowhere";
import { Before } from "./Before";
import { BriefPanel } from "./BriefPanel";
import { CameraBar } from "./CameraBar";
import { ConflictPanel } from "./ConflictPanel";
import { Figures } from "./Figures";
import { HangsOn } from "./HangsOn";
import { Helps } from "./Helps";
import { Ledger } from "./Ledger";
import { LightTable } from "./LightTable";
import { SceneBar } from "./SceneBar";
import { ScenePicture, type Tried } from "./ScenePicture";
import { SetPanel } from "./SetPanel";
import { TideDiagram } from "./TideDiagram";

const NONE: ProblemView[] = [];

/** One scene: its brief, the whole set for a camera, and how far the light may move. */
/** A field of the brief in words, such as "delivery · timeline rate". */
const named = (path: (string | number)[]) =>
  path
    .slice(1)
    .map((part) => String(part).replaceAll("_", " "))
    .join(" · ");

export function Bench() {
  const { sceneId = "" } = useParams();
  const scene = useScene(sceneId);
  if (scene.isPending) return <Waiting what="the scene" />;
  if (scene.error instanceof Refused) return <Nowhere />;
  if (scene.isError)
    return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  return <OpenScene key={scene.data.id} scene={scene.data} />;
}

function OpenScene({ scene }: { scene: SceneView }) {
  const [search, setSearch] = useSearchParams();
  const [problem, setProblem] = useState("");
  const [light, setLight] = useState<number | null>(null);
  const [tried, setTried] = useState<Tried | null>(null);
  const { brief, keeping, clash } = useBriefDraft(scene);
  const gone = useGone(scene.id);
  const wide = useWide();
  const go = useNavigate();
  const at = Math.max(
    scene.setups.findIndex((setup) => setup.id === search.get("camera")),
    0,
  );
  const setup = scene.setups[at];
  const step = useSceneAct(scene.id, (by: number) => (by < 0 ? undo(scene.id) : redo(scene.id)));
  const act = useSceneAct(scene.id, (run: () => Promise<SceneView>) => run());
  const { mutate } = act;
  const perform: Perform = useCallback(
    (run) =>
      mutate(run, {
        onSuccess: () => setProblem(""),
        onError: (error) =>
          setProblem(
            error instanceof Refused
              ? (error.fields[0]?.message ?? error.message)
              : "No connection: this was not kept.",
          ),
      }),
    [mutate],
  );
  const choose = (id: string) => setSearch({ camera: id }, { replace: true });
  useKeys({
    undo: () => scene.undo && step.mutate(-1),
    redo: () => scene.redo && step.mutate(1),
    cards: () => setup && go(`/cards/${setup.id}`),
    camera: () => {
      const next = scene.setups[(at + 1) % scene.setups.length];
      if (next) choose(next.id);
    },
  });
  if (!setup) return <Nowhere />;
  const outcome = setup.outcome;
  const refused = outcome.outcome === "refused" ? outcome.problems : NONE;
  const picture =
    outcome.outcome === "plan" ? (
      <ScenePicture
        sceneId={scene.id}
        setupId={setup.id}
        made={`${scene.revision} ${setup.held.key}`}
        plan={outcome}
        light={light}
        tried={tried}
      />
    ) : null;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <SceneBar scene={scene} keeping={keeping} onStep={(by) => step.mutate(by)} />
      {clash ? <Clash clash={clash} named={named} /> : null}
      <div className="grid flex-1 lg:grid-cols-[19rem_minmax(0,1fr)_26rem]">
        {wide ? <BriefPanel draft={brief} refused={refused} /> : null}
        <section aria-label="The set" className="min-w-0 border-x rule">
          <CameraBar scene={scene} setup={setup} perform={perform} />
          {outcome.outcome === "plan" ? (
            <SetPanel
              plan={outcome}
              setupId={setup.id}
              made={`${scene.revision} ${setup.held.key}`}
              asking={!gone}
              perform={perform}
              problem={problem}
              onTry={setTried}
              picture={wide ? null : picture}
            />
          ) : (
            <>
              <ConflictPanel outcome={outcome} setup={setup} perform={perform} />
              <div className="px-4">
                <Helps setupId={setup.id} made={`${scene.revision} ${setup.held.key}`} wanted={!gone} />
              </div>
            </>
          )}
        </section>
        {wide ? null : (
          <details className="border-y rule bg-paper" open={refused.length > 0 || undefined}>
            <summary className="min-h-11 px-4 py-2 text-lead font-semibold">What it is planned for</summary>
            <BriefPanel draft={brief} refused={refused} />
          </details>
        )}
        <section aria-label="Light and exposure" className="min-w-0 bg-paper px-4 py-3">
          {outcome.outcome === "plan" ? (
            <>
              {wide ? picture : null}
              <Before setupId={setup.id} revision={scene.revision} wanted={!gone} />
              <TideDiagram plan={outcome} chosen={light} onChoose={setLight} />
              <LightTable plan={outcome} />
              <Ledger plan={outcome} />
              <Figures plan={outcome} />
              <HangsOn setupId={setup.id} made={`${scene.revision} ${setup.held.key}`} wanted={!gone} />
            </>
          ) : (
            <p className="text-soft">The tide diagram returns as soon as there is a set that can be had.</p>
          )}
        </section>
      </div>
    </div>
  );
}
