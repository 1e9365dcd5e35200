import { Slider as Radix } from "radix-ui";

/** A value along a line, by hand or by arrows; told while it moves. */
export function Slider({
  label,
  value,
  min,
  max,
  step,
  onSlide,
  text = String,
  className = "",
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  onSlide: (value: number) => void;
  /** The value in words. */
  text?: (value: number) => string;
  className?: string;
}) {
  // Values stand on steps, so that one rounded elsewhere does not hold the next step up.
  const onStep = min + Math.round((value - min) / step) * step;
  return (
    <Radix.Root
      className={`relative flex h-5 touch-none items-center ${className}`}
      value={[onStep]}
      min={min}
      max={max}
      step={step}
      onValueChange={([next]) => next !== undefined && onSlide(next)}
    >
      <Radix.Track className="relative h-0.5 grow rounded-full bg-hair">
        <Radix.Range className="absolute h-full rounded-full bg-sea" />
      </Radix.Track>
      <Radix.Thumb
        aria-label={label}
        aria-valuetext={text(value)}
        className="block h-4 w-2 rounded-xs border border-paper bg-sea"
      />
    </Radix.Root>
  );
}
