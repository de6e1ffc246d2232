import { counted } from '@jacana/core/format';
import { Link } from 'react-router';
import { api } from '../../client/api';
import type { KitchenConstantView, KitchenMethodView, KitchenView, TastingCard } from '../../client/api.generated';
import { CaveatForm } from '../../caveats/CaveatForm';
import { CaveatList } from '../../caveats/CaveatList';
import { useInTasting } from '../../shell/session';
import { buttonClass } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { ChainText } from '../../shell/ChainText';
import { Waiting } from '../../shell/Waiting';
import { StageLayout } from '../../ui/StageLayout';
import { LabelsCard } from '../../sheets/LabelsCard';
import { PrintSheets } from '../../sheets/PrintSheets';
import { Cautions, ToMind } from './Cautions';
import { DevicesCard } from './readings/DevicesCard';
import { GateOfPage } from './gate/GateOfPage';
import { MeasuresCard } from './MeasuresCard';
import { useKitchenNow } from '../../kitchen/kitchenClock';
import { RangeCard } from '../../kitchen/range/RangeCard';
import { SheetMaking } from '../../kitchen/SheetMaking';
import { sheetSentence } from '../../kitchen/sheetSentence';
import { WhatWouldHelp } from '../../kitchen/WhatWouldHelp';
import { useStoppable } from '../../shell/useStoppable';
import { RemainingCard } from './RemainingCard';
import { RunSheetCard } from './sheet/RunSheetCard';

/** Stage 3, as far as it goes: the kitchen's list of pieces, and what departed from the plan. */
export function CookPage() {
  const { card, me } = useInTasting();
  const query = api.useGetKitchenQuery({ id: card.id });
  const { data: kitchen } = query;
  const { data: range } = api.useGetRangeQuery({ id: card.id });
  const making = useStoppable('getRunSheet', card.id);
  const { found: sheet } = making;
  const now = useKitchenNow(60_000);
  if (!kitchen) return <Waiting what="the kitchen" query={query} />;
  const { methods, constants, halves } = kitchen;
  const isLocked = card.lockedAt !== null;
  const canCook = sheet?.isFeasible ?? false;
  const bundled = methods.flatMap(({ method, bundled: texts }) => texts.map((text) => ({ method, text })));
  const tags = methods.flatMap(({ pieces }) => pieces.map(({ tag }) => tag));
  return (
    <StageLayout
      sentence={sheet ? sheetSentence(sheet, now) : unmadeSentence(making.isStopped)}
      support={supportText(card)}
      action={<CookBySheet canCook={canCook} />}
      margin={<CookMargin kitchen={kitchen} tags={tags} isSheet={canCook} />}
    >
      <SheetMaking id={card.id} sheet={making} />
      {sheet && canCook && range && (
        <RunSheetCard sheet={sheet} range={range.range} methods={methods.map(({ method }) => method)} />
      )}
      {sheet && <WhatWouldHelp why={sheet.why} />}
      {range && <RangeCard id={card.id} view={range} />}
      <Card title="Pieces" aside={halves ? 'pieces of one number are parts of one raw piece' : undefined}>
        <ul className="divide-y divide-line">
          {methods.map((method) => (
            <MethodPieces key={method.method} method={method} />
          ))}
        </ul>
      </Card>
      {isLocked && <DevicesCard id={card.id} />}
      {me.role === 'coordinator' && <RemainingCard id={card.id} kitchen={kitchen} />}
      <MeasuresCard id={card.id} kitchen={kitchen} />
      <Constants constants={constants} />
      <CaveatList id={card.id} tags={tags} bundled={bundled} isOwn={me.role !== 'coordinator'} />
    </StageLayout>
  );
}

const unmadeSentence = (isStopped: boolean): string =>
  isStopped ? 'There is no run sheet yet.' : 'The run sheet is being made.';

/** The way to the page that a kitchen cooks by; none before the plan is locked. */
function CookBySheet({ canCook }: { canCook: boolean }) {
  const { card } = useInTasting();
  if (card.lockedAt === null || !canCook) return null;
  return (
    <Link to="live" className={buttonClass('main')}>
      Cook by this sheet
    </Link>
  );
}

const supportText = ({ lockedAt, pieces }: Pick<TastingCard, 'lockedAt' | 'pieces'>): string =>
  lockedAt === null
    ? 'Tags are drawn when the plan is locked; until then pieces are counted by method.'
    : `${counted(pieces, 'piece')} to cook, each under a tag of its own. Number the raw pieces first; “raw 3” gets the tag above it, which was drawn. Keep the tag with the piece from raw to plate. Codes come later, from someone who does not read this page.`;

/** What to do next, and what to watch. */
function CookMargin({ kitchen, tags, isSheet }: { kitchen: KitchenView; tags: readonly string[]; isSheet: boolean }) {
  const { card } = useInTasting();
  const isLocked = card.lockedAt !== null;
  return (
    <>
      {isLocked && !card.closedAt && <GateOfPage id={card.id} kitchen={kitchen} />}
      {isLocked && <CaveatForm id={card.id} tags={tags} />}
      {isLocked && <PrintSheets sheets={isSheet ? ['kitchen', 'run'] : ['kitchen']} />}
      {isLocked && <LabelsCard of="tags" />}
      <ToMind kitchen={kitchen} />
      <Cautions />
    </>
  );
}

function Constants({ constants }: { constants: readonly KitchenConstantView[] }) {
  if (constants.length === 0) return null;
  return (
    <Card title="Held constant">
      <ul className="divide-y divide-line">
        {constants.map(({ name, target, tolerance, check }) => (
          <li key={name} className="py-1.5">
            <strong>{name}</strong> {[target, tolerance && `within ${tolerance}`, check].filter(Boolean).join(', ')}
          </li>
        ))}
      </ul>
    </Card>
  );
}

function MethodPieces({ method }: { method: KitchenMethodView }) {
  const { note, chain, equipment, reference, ingredients, pieces } = method;
  return (
    <li className="grid gap-x-6 gap-y-1 py-3 sm:grid-cols-[minmax(0,16rem)_1fr]">
      <div>
        <p className="font-bold">
          {method.method || 'Not named yet'}{' '}
          {reference && <span className="text-sm font-normal text-quiet">reference</span>}
        </p>
        <p className="text-sm text-quiet">{[note, equipment].filter(Boolean).join(' · ')}</p>
        <ChainText chain={chain} />
        {ingredients.length > 0 && <p className="text-sm text-quiet">Made of: {ingredients.join(', ')}</p>}
      </div>
      <ul className="flex flex-wrap items-start gap-2">
        {pieces.map(({ tag, lot, raw, standing, insteadOf }) => (
          <li key={tag} className="text-center">
            <span
              className={`block rounded border-2 px-2.5 py-1 font-mono text-xl leading-none font-semibold ${standing === 'stands' ? 'border-ink' : 'border-line text-quiet line-through'}`}
            >
              {tag}
            </span>
            <span className="block max-w-24 text-sm leading-tight text-quiet">
              {[insteadOf ? `instead of ${insteadOf}` : `raw ${raw}`, lot].filter(Boolean).join(', ')}
              {standing !== 'stands' && ', withdrawn'}
            </span>
          </li>
        ))}
      </ul>
    </li>
  );
}
