import { format } from 'date-fns';
import { api } from '../../app/api';
import { useInTasting } from '../../app/session';
import { counted } from '../../app/stages';
import { Card } from '../../ui/Card';
import { Loading, ToCome } from '../../ui/Notice';
import { StageLayout } from '../../ui/StageLayout';
import { CaveatForm } from '../../caveats/CaveatForm';
import { Cautions } from './Cautions';

/** Stage 3, as far as it goes: the kitchen's list of pieces, and what departed from the plan. */
export function CookPage() {
  const { card, me } = useInTasting();
  const { data: methods } = api.useGetKitchenQuery({ id: card.id });
  const { data: caveats } = api.useListCaveatsQuery({ id: card.id });
  if (!methods || !caveats) return <Loading what="the kitchen" />;
  const isLocked = card.lockedAt !== null;
  const bundled = methods.flatMap(({ method, bundled: texts }) => texts.map((text) => ({ method, text })));
  const total = caveats.length + bundled.length;
  return (
    <StageLayout
      sentence={
        isLocked
          ? `${counted(card.pieces, 'piece')} to cook, each under a tag of its own.`
          : 'Tags are drawn when the plan is locked.'
      }
      support={
        isLocked
          ? 'Write the tag on the tray and keep it with the piece from raw to plate. Codes come later, from someone who does not read this page.'
          : undefined
      }
      margin={
        <>
          {card.lockedAt && !card.unsealedAt && <CaveatForm id={card.id} tags={methods.flatMap(({ tags }) => tags)} />}
          <Cautions />
          <ToCome>
            <p>
              The run sheet built backward from serving time, live timers and probe curves, dosing by mass, and the gate
              before the plate.
            </p>
          </ToCome>
        </>
      }
    >
      <Card title="Pieces">
        <ul className="divide-y divide-line">
          {methods.map(({ method, note, steps, reference, tags }) => (
            <li key={method} className="grid gap-x-6 gap-y-1 py-3 sm:grid-cols-[minmax(0,16rem)_1fr]">
              <div>
                <p className="font-bold">
                  {method || 'Not named yet'}{' '}
                  {reference && <span className="text-sm font-normal text-quiet">reference</span>}
                </p>
                <p className="text-sm text-quiet">{note}</p>
                {steps && (
                  <ol className="mt-1 list-decimal pl-5 text-sm">
                    {steps.split('\n').map((step) => (
                      <li key={step}>{step}</li>
                    ))}
                  </ol>
                )}
              </div>
              <p className="flex flex-wrap items-center gap-2">
                {tags.map((tag) => (
                  <span
                    key={tag}
                    className="rounded border-2 border-ink px-2.5 py-1 font-mono text-xl leading-none font-semibold"
                  >
                    {tag}
                  </span>
                ))}
              </p>
            </li>
          ))}
        </ul>
      </Card>
      <Card
        title={total > 0 ? counted(total, 'caveat') : 'No caveats so far'}
        aside={me.role === 'coordinator' ? 'from everyone' : 'your own'}
      >
        <ul className="divide-y divide-line">
          {bundled.map(({ method, text }) => (
            <li key={`${method} ${text}`} className="py-2">
              {method}: {text}
              <span className="block text-sm text-quiet">from the plan: it comes with the method</span>
            </li>
          ))}
          {caveats.map((caveat) => (
            <li key={caveat.id} className="py-2">
              {caveat.text}
              <span className="block text-sm text-quiet">
                {caveat.by}, {format(caveat.at, 'd MMM HH:mm')}
                {caveat.pieces.length > 0 && (
                  <>
                    {' · touches '}
                    <span className="font-mono font-semibold text-ink">{caveat.pieces.join(' ')}</span>
                  </>
                )}
              </span>
            </li>
          ))}
        </ul>
        {total === 0 && (
          <p className="text-quiet">What departs from the plan is noted here, and stands beside the answer.</p>
        )}
      </Card>
    </StageLayout>
  );
}
