import { Pad } from '../ui/Pad';
import { BigButton } from './BigButton';
import { newId } from './post';
import { ordinal, placeOf } from './ranking';
import { actions } from './state';
import { useAct, useBallot } from './store';

/** A last look at the whole ballot, and the hand-in. */
export function CheckStep() {
  const act = useAct();
  const ranking = useBallot((state) => state.ranking);
  const liking = useBallot((state) => state.liking);
  const comment = useBallot((state) => state.comment);
  const lines = ranking.flat();
  return (
    <main className="flex grow flex-col">
      <h1 className="mb-3 font-serif text-2xl leading-tight">Is this your order?</h1>
      <p className="mb-1.5 font-bold text-chestnut dim:text-night-ink">▲ Most liked</p>
      <ol className="space-y-1.5">
        {lines.map((code) => (
          <li key={code} className="flex items-center gap-3">
            <Pad label={code} size="3rem" />
            <span className="font-serif text-xl">{ordinal(placeOf(ranking, code))}</span>
            {liking[code] !== undefined && (
              <span className="ml-auto text-sm text-quiet dim:text-night-quiet">liking {liking[code]} of 9</span>
            )}
          </li>
        ))}
      </ol>
      <p className="mt-1.5 font-bold text-chestnut dim:text-night-ink">▼ Least liked</p>
      <label className="mt-5 block">
        <span className="mb-1 block">Anything you want to say? (not needed)</span>
        <textarea
          value={comment}
          maxLength={2000}
          rows={3}
          onChange={(event) => act(actions.commented(event.target.value))}
          className="w-full rounded-xl border border-quiet/50 bg-white px-3 py-2 text-ink dim:border-night-line dim:bg-[#14302e] dim:text-night-ink"
        />
      </label>
      <p className="mt-3 text-sm text-quiet dim:text-night-quiet">After handing in, answers no longer change.</p>
      <div className="mt-auto flex flex-wrap gap-3 pt-5">
        <BigButton look="plain" className="!basis-auto" onClick={() => act(actions.stepped({ at: 'ranking' }))}>
          Back
        </BigButton>
        <BigButton onClick={() => act(actions.handedIn(newId()))}>Hand in</BigButton>
      </div>
    </main>
  );
}
