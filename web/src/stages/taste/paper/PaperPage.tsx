import { counted } from '@jacana/core/format';
import { skipToken } from '@reduxjs/toolkit/query';
import { Link, useSearchParams } from 'react-router';
import { api, refusalOf } from '../../../client/api';
import type { PaperView } from '../../../client/api.generated';
import { useInTasting } from '../../../shell/session';
import { Waiting } from '../../../shell/Waiting';
import { Button, buttonClass } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { Failure } from '../../../ui/Notice';
import { SelectField } from '../../../ui/SelectField';
import { StageLayout } from '../../../ui/StageLayout';
import { CorrectBallot } from './CorrectBallot';
import { SettleBallot } from './SettleBallot';
import { TypeBallot } from './TypeBallot';

/** Ballots on paper: typed in by two people, settled where they differ; and answers that are put right. */
export function PaperPage() {
  const { card } = useInTasting();
  const { id } = card;
  const [search, setSearch] = useSearchParams();
  const sitting = Number(search.get('sitting') ?? card.sitting);
  const query = api.useListPaperQuery({ id, sitting }, { pollingInterval: 5000 });
  const { data } = query;
  if (!data) return <Waiting what="the ballots" query={query} />;
  const { ballots } = data;
  const wanted = search.get('seat');
  const isCorrecting = search.has('correct');
  const chosen = ballots.find(({ panelistId }) => panelistId === wanted) ?? null;
  const choose = (paper: PaperView | undefined): void =>
    setSearch({ sitting: String(sitting), ...(paper && { seat: paper.panelistId }) });
  const onDone = (): void => choose(nextAfter(ballots, chosen));
  return (
    <StageLayout
      sentence={isCorrecting && chosen ? `Put right what seat ${chosen.seat} said.` : paperSentence(ballots)}
      support={
        isCorrecting
          ? 'What it said before stays on the ballot, with who changed it, when and why.'
          : 'Type each sheet by its keys; - is blank. Somebody else types it a second time without seeing the first.'
      }
      action={
        <Link to={`/tastings/${id}/taste`} className={buttonClass()}>
          Back to the board
        </Link>
      }
      margin={
        <>
          <SittingField {...{ sitting, open: card.sitting }} onChange={(value) => setSearch({ sitting: value })} />
          <PaperList ballots={ballots} chosen={chosen} onChoose={choose} />
        </>
      }
    >
      {chosen && isCorrecting && (
        <CorrectBallot
          key={`${sitting} ${chosen.panelistId}`}
          {...{ id, sitting, panelist: chosen.panelistId, seat: chosen.seat }}
          onDone={() => choose(undefined)}
        />
      )}
      {chosen && !isCorrecting && (
        <Chosen key={`${sitting} ${chosen.panelistId} ${chosen.state}`} {...{ id, sitting, paper: chosen, onDone }} />
      )}
      {!chosen && (
        <Card title="Choose a seat">
          <p className="mb-3">The first sheet on your pile: its seat stands at the top.</p>
          {nextAfter(ballots, null) && (
            <Button look="main" onClick={() => choose(nextAfter(ballots, null))}>
              Begin with seat {nextAfter(ballots, null)?.seat}
            </Button>
          )}
        </Card>
      )}
    </StageLayout>
  );
}

interface SittingFieldProps {
  sitting: number;
  /** The one that is open. */
  open: number;
  onChange: (sitting: string) => void;
}

/** Sheets of a sitting that is over may still lie on the pile. */
function SittingField({ sitting, open, onChange }: SittingFieldProps) {
  if (open === 1) return null;
  return (
    <SelectField
      label="Sitting"
      value={String(sitting)}
      options={Array.from({ length: open }, (_, at) => ({
        value: String(at + 1),
        text: at + 1 === open ? `${at + 1}, the open one` : String(at + 1),
      }))}
      onChange={onChange}
    />
  );
}

/** A ballot that this person can go on with: not in yet, and not waiting for somebody else. */
const isDue = ({ state, isOwn }: PaperView): boolean =>
  state === 'open' || state === 'differs' || (state === 'once' && !isOwn);

/** The next on the pile, by flight and seat, and round again to what was passed over. */
function nextAfter(ballots: readonly PaperView[], from: PaperView | null): PaperView | undefined {
  const at = from ? ballots.findIndex(({ panelistId }) => panelistId === from.panelistId) : -1;
  return [...ballots.slice(at + 1), ...ballots.slice(0, Math.max(0, at))].find(isDue);
}

function paperSentence(ballots: readonly PaperView[]): string {
  const count = (state: PaperView['state']): number => ballots.filter((one) => one.state === state).length;
  const parts = [
    [count('in'), 'in'],
    [count('once'), 'typed once'],
    [count('differs'), 'to settle'],
  ] as const;
  const said = parts.filter(([number]) => number > 0).map(([number, what]) => `${number} ${what}`);
  return said.length > 0 ? `On paper: ${said.join(', ')}.` : 'No ballot on paper is typed in yet.';
}

interface ChosenProps {
  id: string;
  sitting: number;
  paper: PaperView;
  onDone: () => void;
}

function Chosen({ id, sitting, paper, onDone }: ChosenProps) {
  const { panelistId: panelist, state, isOwn, firstBy, isBegun } = paper;
  const isTyped = state === 'open' || (state === 'once' && !isOwn);
  const { data: sheet, error } = api.useGetPaperQuery(isTyped ? { id, sitting, panelist } : skipToken, {
    refetchOnMountOrArgChange: true,
  });
  const { data: found } = api.useGetDifferencesQuery(state === 'differs' ? { id, sitting, panelist } : skipToken, {
    refetchOnMountOrArgChange: true,
  });
  if (state === 'differs') return found ? <SettleBallot {...{ id, found, onDone }} /> : null;
  if (state === 'once' && isOwn) return <WaitsForSecond {...{ id, sitting, paper, onDone }} />;
  if (!isTyped)
    return (
      <Card title={`Seat ${paper.seat} · ${paper.name}`}>
        <p>{state === 'in' ? `This ballot is in, first typed by ${firstBy}.` : 'This ballot came in from a phone.'}</p>
      </Card>
    );
  if (error !== undefined) return <Failure message={refusalOf(error).message} />;
  return (
    <>
      {isBegun && (
        <p className="font-bold">
          Some of this ballot came from a phone already. What stands on paper replaces it where it says otherwise.
        </p>
      )}
      {sheet && <TypeBallot {...{ id, sheet, paper, onDone }} />}
    </>
  );
}

/** Nobody checks themselves. */
function WaitsForSecond({ id, sitting, paper, onDone }: ChosenProps) {
  const [letCount, once] = api.useLetPaperCountMutation();
  const [anew, forgetting] = api.useTypeAnewMutation();
  const panelist = paper.panelistId;
  const refusal = once.error ?? forgetting.error;
  return (
    <Card title={`Seat ${paper.seat} · ${paper.name}`}>
      <p className="mb-3">
        You typed this ballot in. It counts once somebody else has typed it too, without seeing yours.
      </p>
      {refusal !== undefined && <Failure message={refusalOf(refusal).message} />}
      <div className="flex flex-wrap gap-3">
        <Button look="main" onClick={onDone}>
          On to the next
        </Button>
        <Button onClick={() => void letCount({ id, sitting, panelist })}>Count it as typed once</Button>
        <Button onClick={() => void anew({ id, sitting, panelist })}>Type it anew</Button>
      </div>
    </Card>
  );
}

interface PaperListProps {
  ballots: readonly PaperView[];
  chosen: PaperView | null;
  onChoose: (paper: PaperView) => void;
}

function PaperList({ ballots, chosen, onChoose }: PaperListProps) {
  return (
    <Card title="Sheets" aside={counted(ballots.length, 'seat')}>
      <ul className="max-h-[32rem] overflow-auto">
        {ballots.map((paper) => (
          <li key={paper.panelistId}>
            <button
              type="button"
              aria-current={paper.panelistId === chosen?.panelistId}
              onClick={() => onChoose(paper)}
              className="flex w-full items-baseline gap-2 rounded-md px-2 py-1 text-left hover:bg-pad aria-[current=true]:bg-pad aria-[current=true]:font-bold"
            >
              <span className="w-7 shrink-0 text-right font-mono text-sm font-semibold">{paper.seat}</span>
              <span className="min-w-0 grow truncate">{paper.name}</span>
              <span className="shrink-0 text-sm text-quiet">{stateText(paper)}</span>
            </button>
          </li>
        ))}
      </ul>
    </Card>
  );
}

function stateText({ state, firstBy, isBegun }: PaperView): string {
  if (state === 'open') return isBegun ? 'begun on a phone' : '';
  if (state === 'once') return `once, by ${firstBy}`;
  return state === 'differs' ? 'to settle' : state;
}
