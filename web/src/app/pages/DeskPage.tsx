import { counted } from '@jacana/core/format';
import { FileUp, Plus, Table2 } from 'lucide-react';
import { formatDistanceToNow } from 'date-fns';
import { type ChangeEvent, lazy, Suspense, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { Button } from '../../ui/Button';
import { Failure, Loading } from '../../ui/Notice';
import { useFirst } from '../../ui/useFirst';
import { padPath, SEALED_NOTCH } from '@jacana/core/charts';
import { api, refusalOf } from '../../client/api';
import type { TastingCard } from '../../client/api.generated';
import { useCommands } from '../../shell/CommandProvider';
import { noticeShown } from '../../store/notices';
import { useDesk } from '../../shell/session';
import { Shell } from '../../shell/Shell';
import { currentStage, isDone, STAGE_NAMES, STAGES } from '../../shell/stages';
import { useAppDispatch } from '../../store/store';
import { Bin } from './Bin';
import { DuplicateButton } from './DuplicateButton';
import { NewTastingDialog } from './NewTastingDialog';
import { RemoveButton } from './RemoveButton';
import { useLooking } from './useLooking';

/** All tastings that this person may know of. */
export function DeskPage() {
  const { me } = useDesk();
  const { data: all, error, refetch } = api.useListTastingsQuery({}, { refetchOnMountOrArgChange: true });
  const { cards, looking } = useLooking(all);
  const { shown, more } = useFirst(cards ?? [], MOST_ROWS);
  const [isNew, setNew] = useState(false);
  const coordinates = me.role === 'coordinator';
  useCommands(
    useMemo(
      () => (coordinates ? [{ label: 'New tasting', group: 'Desk', keys: 'n', run: () => setNew(true) }] : []),
      [coordinates],
    ),
  );
  return (
    <Shell me={me}>
      <header className="mt-6 mb-5 flex flex-wrap items-end justify-between gap-4">
        <h1 className="font-serif text-[1.75rem] leading-tight">{all ? deskSentence(all, me.role) : 'Tastings'}</h1>
        {coordinates && (
          <div className="flex gap-2.5">
            <ImportButton />
            <BringButton />
            <Button look="main" onClick={() => setNew(true)}>
              <Plus size={18} /> New tasting
            </Button>
          </div>
        )}
      </header>
      {error && <Failure message={refusalOf(error).message} onRetry={() => void refetch()} />}
      {!all && !error && <Loading what="tastings" />}
      {looking}
      <ul className="space-y-3">
        {shown.map((card) => (
          <TastingRow key={card.id} card={card} />
        ))}
      </ul>
      {more}
      {all?.length === 0 && coordinates && <FirstSteps />}
      {coordinates && <Bin />}
      <NewTastingDialog open={isNew} onOpenChange={setNew} />
    </Shell>
  );
}

/** Rows that are opened at once. */
const MOST_ROWS = 50;

const FIRST_STEPS = [
  'Write down the question and the methods.',
  'Say who tastes; lock the orders and seal the key.',
  'Cook tagged pieces; note what departs from the plan.',
  'Put codes on portions, by someone who knows no method.',
  'People answer on their phones; you see who is where.',
  'Unseal the key and read the answer.',
];

/** What an empty desk shows: the way ahead. */
function FirstSteps() {
  return (
    <ol className="mt-8 grid gap-6 sm:grid-cols-3 lg:grid-cols-6">
      {STAGES.map((stage, at) => (
        <li key={stage}>
          <svg viewBox="-52 -52 104 104" className="mb-2 size-11" aria-hidden>
            <path d={padPath(SEALED_NOTCH)} className="fill-pad stroke-[#a9c2b5] stroke-[3]" />
          </svg>
          <p className="font-bold">{STAGE_NAMES[stage]}</p>
          <p className="text-quiet">{FIRST_STEPS[at]}</p>
        </li>
      ))}
    </ol>
  );
}

function deskSentence(cards: TastingCard[], role: string): string {
  if (cards.length === 0)
    return role === 'coordinator'
      ? 'No tasting yet. Start with a question you want settled.'
      : 'No tasting is open to you yet.';
  const parts = [
    [cards.filter((card) => card.status === 'tasting').length, 'being tasted'],
    [cards.filter((card) => card.status === 'locked').length, 'locked and waiting'],
    [cards.filter((card) => card.status === 'closed').length, 'ready to unseal'],
    [cards.filter((card) => card.status === 'draft').length, 'being planned'],
    [cards.filter((card) => card.status === 'unsealed').length, 'finished'],
  ] as const;
  const said = parts.filter(([count]) => count > 0).map(([count, what]) => `${count} ${what}`);
  return `${counted(cards.length, 'tasting')}: ${said.join(', ')}.`;
}

function TastingRow({ card }: { card: TastingCard }) {
  const { me } = useDesk();
  const stage = currentStage(me.role, card);
  return (
    <li className="flex items-center gap-4 rounded-card border border-line bg-paper pr-3 hover:border-quiet/60">
      <Link
        to={`/tastings/${card.id}/${stage}`}
        className="flex min-w-0 grow flex-wrap items-center gap-x-6 gap-y-2 rounded-card px-5 py-4"
      >
        <span className="min-w-64 grow">
          <span className="block font-serif text-xl">{card.title}</span>
          <span className="text-sm text-quiet">{rowStatus(card)}</span>
        </span>
        <span className="flex items-center gap-1.5" aria-label={`Now at ${STAGE_NAMES[stage]}`}>
          {STAGES.map((one) => (
            <svg key={one} viewBox="-52 -52 104 104" className={one === stage ? 'size-6' : 'size-4.5'} aria-hidden>
              <path
                d={padPath(SEALED_NOTCH)}
                className={
                  one === stage
                    ? 'fill-chestnut'
                    : isDone(one, card)
                      ? 'fill-eaten stroke-ink stroke-[4]'
                      : 'fill-water stroke-[#a9c2b5] stroke-[4]'
                }
              />
            </svg>
          ))}
          <span className="ml-2 w-14 text-sm font-bold">{STAGE_NAMES[stage]}</span>
        </span>
      </Link>
      {me.role === 'coordinator' && (
        <span className="flex">
          <DuplicateButton card={card} />
          <RemoveButton card={card} />
        </span>
      )}
    </li>
  );
}

function rowStatus({ status, methods, panelists, handedIn, createdAt, unsealedAt }: TastingCard): string {
  const size = `${counted(methods, 'method')}, ${counted(panelists, 'person', 'people')}`;
  const ago = (when: string): string => formatDistanceToNow(when, { addSuffix: true });
  switch (status) {
    case 'draft':
      return `${size}; begun ${ago(createdAt)}`;
    case 'locked':
      return `${size}; plan locked, nobody has begun`;
    case 'tasting':
      return `${size}; ${handedIn} of ${panelists} ballots in`;
    case 'closed':
      return `${size}; closed with ${handedIn} ballots, still sealed`;
    case 'unsealed':
      return `${size}; unsealed ${ago(unsealedAt ?? createdAt)}`;
  }
}

/** The dialog reads tables, which few do: it comes when it is asked for. */
const BringDialog = lazy(() => import('../../brought/BringDialog').then((room) => ({ default: room.BringDialog })));

function BringButton() {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <Table2 size={18} /> Bring answers
      </Button>
      {isOpen && (
        <Suspense fallback={null}>
          <BringDialog open onOpenChange={setOpen} />
        </Suspense>
      )}
    </>
  );
}

function ImportButton() {
  const input = useRef<HTMLInputElement>(null);
  const [importBundle] = api.useImportBundleMutation();
  const dispatch = useAppDispatch();
  const go = useNavigate();
  const read = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    try {
      const { id, notices } = await importBundle({ body: JSON.parse(await file.text()) as object }).unwrap();
      for (const text of notices) dispatch(noticeShown({ text }));
      void go(`/tastings/${id}`);
    } catch (error) {
      const text =
        error instanceof SyntaxError
          ? `${file.name} is not a tasting bundle: it is not JSON.`
          : `${file.name} was not imported. ${refusalOf(error).message}`;
      dispatch(noticeShown({ text }));
    }
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        tabIndex={-1}
        aria-label="Tasting bundle"
        onChange={(event) => void read(event)}
      />
      <Button onClick={() => input.current?.click()}>
        <FileUp size={18} /> Import
      </Button>
    </>
  );
}
