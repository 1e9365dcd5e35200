import { useQueryClient } from "@tanstack/react-query";
import { toggled } from "../../domain/bench/beside";
import type { CardView, Trial } from "../../domain/documents";
import { KEYS, useCard, useCardAct } from "../queries";
import { markTrials } from "./acts";

/** The sets of a card that are to be tested for real; a click marks one or takes its mark away. */
export function useTrials(setup_id: string) {
  const cache = useQueryClient();
  const card = useCard(setup_id);
  const act = useCardAct(setup_id);
  return {
    trials: card.data?.trials ?? [],
    error: act.error,
    // What is marked by then is read when its turn comes, so that two quick clicks both hold.
    toggle: (trial: Trial) =>
      act.mutate(() => {
        const marked = cache.getQueryData<CardView>(KEYS.card(setup_id))?.trials ?? [];
        return markTrials(setup_id, toggled(marked, trial));
      }),
  };
}
