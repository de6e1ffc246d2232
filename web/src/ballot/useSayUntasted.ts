import { useAct, useBallot } from './ballotStore';
import { newId } from './post';
import { actions } from './state';

/** Says why a sample was not tasted, or with no reason that it was; an order that has it is given anew without it. */
export function useSayUntasted(): (code: string, because: string) => void {
  const act = useAct();
  const given = useBallot((state) => state.given);
  return (code, because) => {
    act(actions.answered({ id: newId(), kind: 'untasted', code, because }));
    if (because === '') return;
    for (const answer of Object.values(given)) {
      if (!answer.ranking?.flat().includes(code)) continue;
      const ranking = answer.ranking
        .map((tied) => tied.filter((one) => one !== code))
        .filter((tied) => tied.length > 0);
      if (ranking.length > 0) act(actions.answered({ ...answer, id: newId(), ranking }));
    }
  };
}
