import type { BallotItemInput, BallotView } from '../client/api.generated';
import { placeOf as placeInRanking } from '../questions/ranking';
import { Pad } from '../ui/Pad';
import { BigButton } from './BigButton';
import { newId } from './post';
import { actions, commentItems, placeOf, stepBefore } from './state';
import { useAct, useBallot } from './ballotStore';
import { orOwn, useWords } from '../words/words';

/** A last look at the whole ballot, and the hand-in. */
export function CheckStep({ ballot }: { ballot: BallotView }) {
  const t = useWords();
  const act = useAct();
  const step = useBallot((state) => state.step);
  const given = useBallot((state) => state.given);
  const before = stepBefore(ballot, step, given);
  const isBehind = useBallot((state) => state.isBehind);
  const liked = ballot.items.find((item) => item.kind === 'liking')?.id;
  const liking = (code: string): number | undefined =>
    liked ? given[placeOf({ kind: 'score', item: liked, code })]?.score : undefined;
  const rankings = ballot.sets.flatMap(({ codes }, set) =>
    ballot.items
      .filter((item) => item.kind === 'ranking')
      .flatMap((item) => {
        const answer = given[placeOf({ kind: 'ranking', item: item.id, set })];
        return answer?.ranking ? [{ item, set, codes, ranking: answer.ranking }] : [];
      }),
  );
  return (
    <main className="flex grow flex-col">
      <h1 className="mb-3 font-serif text-2xl leading-tight">{rankings.length > 0 ? t('your-order') : t('was-all')}</h1>
      {isBehind && (
        <p role="alert" className="mb-3 rounded-xl border-2 border-chestnut px-4 py-3 dim:border-night-ink">
          {t('behind')}
        </p>
      )}
      {rankings.map(({ item, set, ranking }) => (
        <Order key={`${item.id} ${set}`} item={item} ranking={ranking} liking={liking} />
      ))}
      {rankings.length === 0 && <p>{t(ballot.goingBack ? 'answered-back' : 'answered-all')}</p>}
      {commentItems(ballot).map((item) => (
        <Comment key={item.id} item={item} text={given[placeOf({ kind: 'comment', item: item.id })]?.text ?? ''} />
      ))}
      <p className="mt-3 text-sm text-quiet dim:text-night-quiet">{t('no-change')}</p>
      <div className="mt-auto flex flex-wrap gap-3 pt-5">
        {before !== null && (
          <BigButton look="plain" className="!basis-auto" onClick={() => act(actions.stepped(before))}>
            {t('back')}
          </BigButton>
        )}
        <BigButton onClick={() => act(actions.handedIn(newId()))}>{t('hand-in')}</BigButton>
      </div>
    </main>
  );
}

interface OrderProps {
  item: BallotItemInput;
  ranking: string[][];
  liking: (code: string) => number | undefined;
}

function Order({ item, ranking, liking }: OrderProps) {
  const t = useWords();
  return (
    <div className="mb-4">
      <p className="mb-1.5 font-bold text-chestnut dim:text-night-ink">▲ {orOwn(item.high, 'most-liked', t)}</p>
      <ol className="space-y-1.5">
        {ranking.flat().map((code) => (
          <li key={code} className="flex items-center gap-3">
            <Pad label={code} size="3rem" />
            <span className="font-serif text-xl">
              {t('place', { count: placeInRanking(ranking, code) }, 'ordinal')}
            </span>
            {liking(code) !== undefined && (
              <span className="ml-auto text-sm text-quiet dim:text-night-quiet">
                {t('liking-of', { score: liking(code) ?? '' })}
              </span>
            )}
          </li>
        ))}
      </ol>
      <p className="mt-1.5 font-bold text-chestnut dim:text-night-ink">▼ {orOwn(item.low, 'least-liked', t)}</p>
    </div>
  );
}

function Comment({ item, text }: { item: BallotItemInput; text: string }) {
  const t = useWords();
  const act = useAct();
  return (
    <label className="mt-5 block">
      <span className="mb-1 block">{t('not-needed', { ask: item.ask })}</span>
      <textarea
        value={text}
        maxLength={2000}
        rows={3}
        onChange={(event) =>
          act(actions.commented({ id: newId(), kind: 'comment', item: item.id, text: event.target.value }))
        }
        className="w-full rounded-xl border border-quiet/50 bg-white px-3 py-2 text-ink dim:border-night-line dim:bg-[#14302e] dim:text-night-ink"
      />
    </label>
  );
}
