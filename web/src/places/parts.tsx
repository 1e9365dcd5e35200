import { type ComponentType, createElement, lazy, useState } from "react";

/**
 * A part of the application that is fetched by itself. One that is there already when it is shown is shown at once:
 * waiting for it as for any other would keep what stands instead for a third of a second, lest it flickered.
 */
export function part<Props extends object>(load: () => Promise<ComponentType<Props>>) {
  let made: ComponentType<Props> | null = null;
  let asked: Promise<ComponentType<Props>> | null = null;
  const fetch = () => {
    asked ??= load().then((view) => {
      made = view;
      return view;
    });
    return asked;
  };
  const Later = lazy(async () => ({ default: await fetch() }));
  const View = (props: Props) => {
    const [Shown] = useState<ComponentType<Props>>(() => made ?? (Later as ComponentType<Props>));
    return createElement(Shown, props);
  };
  return { fetch, View };
}
