import { Pin } from "lucide-react";
import { memo, useEffect, useState } from "react";
import type { Decision, Option } from "../../domain/documents";
import { stops } from "../../domain/format";
import { told as worded } from "../../domain/wording";
import { choosePin, type Perform } from "../../state/bench/acts";
import { Button } from "../../ui/Button";
import { Tip } from "../../ui/Tip";
import type { Tried } from "./ScenePicture";
import { WhatIf } from "./WhatIf";

type Props = {
  decision: Decision;
  open: boolean;
  onOpen: (setting: string) => void;
  setupId: string;
  perform: Perform;
  /** Told of a value that is rested on, and of its end. */
  onTry: (tried: Tried | null) => void;
  /** Without the reason in the line, for settings that seldom need a look. */
  brief?: boolean;
  problem: string;
  /** The value as it is told by habit, where that is not its text. */
  told?: string | null;
};

/** One setting in a line; opened, its reasons, rivals and every value that could be pinned. */
export const DecisionRow = memo(function DecisionRow({
  decision,
  open,
  onOpen,
  setupId,
  perform,
  onTry,
  brief = false,
  problem,
  told = null,
}: Props) {
  const changed = decision.default_text !== "" && decision.default_text !== decision.text;
  return (
    <li className={`border-b border-hair/50 ${brief && open ? "col-span-2" : ""}`}>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => onOpen(decision.setting)}
        className={`grid w-full ${brief && !open ? "grid-cols-[9.2rem_minmax(0,1fr)]" : "grid-cols-[9.2rem_8.2rem_minmax(0,1fr)]"} items-baseline gap-2 py-px text-left hover:bg-sea-wash`}
      >
        <span className="text-soft">{decision.label}</span>
        <span className="flex items-baseline gap-1 font-semibold" data-setting={decision.setting}>
          {told ?? decision.text}
          {decision.pinned ? (
            <Pin size={12} className="shrink-0 self-center text-signal" role="img" aria-label="pinned" />
          ) : null}
        </span>
        {brief && !open ? null : (
          <span className="text-note text-soft">
            {worded(open ? decision.why : (decision.short ?? decision.why))}
          </span>
        )}
      </button>
      {open ? (
        <div className="mb-2 border-l-4 border-sea bg-paper px-3 py-2">
          <p className="mb-1.5 text-note text-soft">
            {changed ? `On default it would be ${decision.default_text}. ` : "The same as on default. "}
            {decision.axis
              ? `Moved by your stance on ${decision.axis.toLowerCase()}: ${decision.axis_position}.`
              : ""}
          </p>
          <Rivals decision={decision} />
          {problem ? (
            <p role="alert" className="mb-1.5 text-signal">
              Refused: {problem}.
            </p>
          ) : null}
          <Options decision={decision} setupId={setupId} perform={perform} onTry={onTry} />
        </div>
      ) : null}
    </li>
  );
});

function Rivals({ decision }: { decision: Decision }) {
  return decision.rivals.map((rival) => (
    <div key={String(rival.value)} className="mb-2">
      <p>
        <span className="font-semibold">{rival.text}</span> would cost {rival.cost.toFixed(2)} stops more
        {rival.brings && rival.brings.length > 0 ? `, and bring ${rival.brings.join(", ")}` : ""}.
        {rival.told ? ` ${worded(rival.told)}` : ""}
      </p>
      {rival.turned_by.length > 0 ? (
        <table className="mt-0.5 w-full text-note">
          <thead className="sr-only">
            <tr>
              <th>Consideration</th>
              <th>Difference in stops</th>
              <th>Here</th>
              <th>There</th>
            </tr>
          </thead>
          <tbody>
            {rival.turned_by.map((turn) => (
              <tr key={`${turn.key} ${worded(turn.label)}`} className="align-baseline">
                <td className="w-14 pr-2 text-right">{stops(turn.difference, 2)}</td>
                <td className="pr-2">
                  <Tip words={`Source: ${turn.source}`}>{worded(turn.label)}</Tip>
                </td>
                <td className="text-soft">{turn.there == null ? "" : worded(turn.there)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
    </div>
  ));
}

function Options({
  decision,
  setupId,
  perform,
  onTry,
}: Pick<Props, "decision" | "setupId" | "perform" | "onTry">) {
  const pin = (value: string | number | null) => perform(() => choosePin(setupId, decision.setting, value));
  const [tried, setTried] = useState<Option | null>(null);
  useEffect(() => () => onTry(null), [onTry]);
  const look = (option: Option) => {
    const own = option.value === decision.value;
    setTried(own ? null : option);
    onTry(own ? null : { setting: decision.setting, value: option.value, text: option.text });
  };
  const possible = decision.options.filter((option) => !option.refused);
  const refused = decision.options.filter((option) => option.refused);
  return (
    <fieldset aria-label={`Values of ${decision.label}`}>
      <div className="flex flex-wrap items-center gap-1">
        <span className="text-note text-soft">Pin it to</span>
        {possible.map((option) => (
          <OptionButton
            key={String(option.value)}
            option={option}
            decision={decision}
            onPin={pin}
            onLook={() => look(option)}
          />
        ))}
        {decision.pinned ? (
          <Button look="signal" className="ml-auto" onClick={() => pin(null)}>
            Release
          </Button>
        ) : null}
      </div>
      {refused.length > 0 ? (
        <div className="mt-1.5 flex flex-wrap items-center gap-1">
          <span className="text-note text-soft">Refused with your pins</span>
          {refused.map((option) => (
            <Tip key={String(option.value)} own words={option.refused == null ? "" : worded(option.refused)}>
              <Button className="border-dashed text-note text-soft" onClick={() => pin(option.value)}>
                {option.text}
              </Button>
            </Tip>
          ))}
        </div>
      ) : null}
      {tried ? (
        <WhatIf setupId={setupId} setting={decision.setting} option={tried} made={worded(decision.why)} />
      ) : (
        <p className="mt-1 text-fine text-soft">Rest on a value to see what it would change.</p>
      )}
    </fieldset>
  );
}

function OptionButton({
  option,
  decision,
  onPin,
  onLook,
}: {
  option: Option;
  decision: Decision;
  onPin: (value: string | number) => void;
  onLook: () => void;
}) {
  const here = option.value === decision.value;
  const cost = option.cost ?? 0;
  return (
    <Button
      className={`text-note ${here ? "border-sea bg-sea-wash font-semibold" : ""}`}
      aria-pressed={here && decision.pinned}
      onMouseEnter={onLook}
      onFocus={onLook}
      onClick={() => onPin(option.value)}
    >
      {option.text}
      {here ? null : <span className="text-soft">{stops(cost)}</span>}
    </Button>
  );
}
