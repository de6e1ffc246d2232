import { Popover } from 'radix-ui';
import { format } from 'date-fns';
import { api } from '../client/api';
import type { TastingCard } from '../client/api.generated';
import { Records } from './Records';

/** The seal, always at the top right: a closed bud or an open flower, and who may see what. */
export function SealChip({ card, isCoordinator }: { card: TastingCard; isCoordinator: boolean }) {
  const text = card.unsealedAt
    ? `Unsealed ${format(card.unsealedAt, 'd MMM, HH:mm')}`
    : card.lockedAt
      ? 'Key sealed'
      : 'Nothing to seal yet';
  return (
    <Popover.Root>
      <Popover.Trigger className="flex items-center gap-2 rounded-full border border-line bg-paper px-3.5 py-1.5 text-sm font-bold hover:bg-pad/60">
        {card.unsealedAt ? <Flower /> : <Bud />}
        <span className="sr-only sm:not-sr-only">{text}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          className="z-30 max-h-[80vh] w-96 overflow-auto rounded-card border border-line bg-paper p-4 shadow-lg"
        >
          {isCoordinator ? (
            <SealStory id={card.id} isSealed={!card.unsealedAt} />
          ) : (
            <WhoSees isSealed={!card.unsealedAt} />
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function WhoSees({ isSealed }: { isSealed: boolean }) {
  const rows = [
    ['Kitchen', 'methods and kitchen tags, no codes'],
    ['Servers', 'codes, seats and tags, no methods'],
    ['Panelists', 'their own ballot, codes only'],
    ['Coordinator', isSealed ? 'plan and progress; the key only by unsealing' : 'everything'],
    ['Readers', isSealed ? 'nothing yet' : 'the findings'],
  ];
  return (
    <dl className="grid grid-cols-[6rem_1fr] gap-x-3 gap-y-1 text-sm">
      {rows.map(([role, sees]) => (
        <div key={role} className="contents">
          <dt className="font-bold">{role}</dt>
          <dd>{sees}</dd>
        </div>
      ))}
    </dl>
  );
}

function SealStory({ id, isSealed }: { id: string; isSealed: boolean }) {
  const { data: seal } = api.useGetSealQuery({ id });
  return (
    <div className="space-y-3">
      <h2 className="font-bold">Who sees what now</h2>
      <WhoSees isSealed={isSealed} />
      {seal?.stated && (
        <div className="border-t border-line pt-3 text-sm">
          <h2 className="font-bold">{seal.matches ? 'Fingerprint matches' : 'The fingerprint does not match'}</h2>
          <p className="mt-1 font-mono text-xs break-all">{seal.stated}</p>
        </div>
      )}
      {seal && seal.number > 0 && <Records id={id} seal={seal} />}
      {seal && (
        <div className="border-t border-line pt-3 text-sm">
          <h2 className="font-bold">
            Log {seal.logIntact ? '(chain intact)' : '(CHAIN BROKEN: entries were changed)'}
          </h2>
          <ol className="mt-1 space-y-1">
            {seal.log.map((entry) => (
              <li key={`${entry.at}${entry.action}`}>
                <span className="text-quiet">{format(entry.at, 'd MMM HH:mm')}</span> {entry.by}: {entry.action}
                {entry.detail && <span className="block pl-4 wrap-anywhere text-quiet">{entry.detail}</span>}
              </li>
            ))}
          </ol>
        </div>
      )}
    </div>
  );
}

export function Bud({ size = 20 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 20 20" aria-hidden className="shrink-0">
      <path d="M10 1.5 C13.6 5 13.6 10.5 10 13.5 C6.4 10.5 6.4 5 10 1.5 Z" className="fill-ink" />
      <path d="M10 12.5 V19" className="stroke-ink stroke-[1.6]" />
    </svg>
  );
}

export function Flower({ size = 20 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 20 20" aria-hidden className="shrink-0">
      {[-62, -31, 31, 62, 0].map((turn) => (
        <path
          key={turn}
          d="M10 17 C6.6 12 7.2 6.5 10 3 C12.8 6.5 13.4 12 10 17 Z"
          transform={`rotate(${turn} 10 16)`}
          className="fill-look stroke-chestnut stroke-[0.9]"
        />
      ))}
    </svg>
  );
}
