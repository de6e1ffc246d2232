import { entryText } from '@jacana/core/kitchen';
import { holding } from '@jacana/core/log';
import { api } from '../client/api';
import { useDegrees } from '../shell/degrees';
import { useInTasting } from '../shell/session';
import { Loading } from '../ui/Notice';
import { CurveChart } from './CurveChart';
import { clockText } from './clock';
import { useCurves } from './curves';
import { entryOf } from './entry';
import { Photos } from './Photos';

interface PieceStoryProps {
  tag: string;
  /** Steps of its method. */
  chain: readonly { id: string; name: string }[];
}

/** What was done to one piece, and what its probes showed. */
export function PieceStory({ tag, chain }: PieceStoryProps) {
  const { card } = useInTasting();
  const { text } = useDegrees();
  const { data } = api.useGetKitchenLogQuery({ id: card.id });
  const curves = useCurves(card.id, { piece: tag }).filter(({ points }) => points.length > 0);
  if (!data) return <Loading what={`piece ${tag}`} />;
  const own = holding(data.entries.map(entryOf)).filter(({ body }) =>
    'pieces' in body
      ? body.pieces.includes(tag)
      : 'piece' in body && (body.piece === tag || ('as' in body && body.as === tag)),
  );
  return (
    <>
      {curves.map((curve) => (
        <div key={`${curve.device} ${curve.channel} ${curve.from}`} className="mb-3">
          <p className="text-sm text-quiet">
            {curve.device}, channel {curve.channel}, {curve.where}
          </p>
          <CurveChart curve={curve} />
        </div>
      ))}
      <Photos ids={own.filter(({ body }) => body.kind === 'photo').map(({ id }) => id)} of={tag} />
      {own.length === 0 ? (
        <p className="text-quiet">Nothing was written down about it.</p>
      ) : (
        <ol className="divide-y divide-line">
          {own.map(({ id, at, by, body }) => (
            <li key={id} className="grid grid-cols-[3.5rem_minmax(0,1fr)_auto] gap-3 py-1">
              <span className="font-mono">{clockText(Date.parse(at))}</span>
              <span>{entryText(body, chain, text)}</span>
              <span className="text-sm text-quiet">{by}</span>
            </li>
          ))}
        </ol>
      )}
    </>
  );
}
