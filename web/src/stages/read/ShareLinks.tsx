import { format } from 'date-fns';
import { useState } from 'react';
import { api, refusalOf } from '../../client/api';
import type { ShareView } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/SelectField';

const DAYS = ['7', '30', '90', '365'] as const;
const DAY_TEXT = { '7': 'a week', '30': '30 days', '90': '90 days', '365': 'a year' };

/** Links that show these findings, and nothing else, to somebody without an account. */
export function ShareLinks() {
  const { card } = useInTasting();
  const { data: links = [] } = api.useListSharesQuery({ id: card.id });
  const [share, made] = api.useShareMutation();
  const [revoke, taken] = api.useRevokeShareMutation();
  const [days, setDays] = useState<(typeof DAYS)[number]>('30');
  const [isCopied, setCopied] = useState(false);
  const problem = made.error ?? taken.error;
  const address = links.some(({ id, revokedAt }) => id === made.data?.id && !revokedAt)
    ? made.data?.address
    : undefined;
  return (
    <>
      <h3 className="mt-6 font-bold">A link for somebody without an account</h3>
      <p className="text-quiet">It shows these findings and the report, with seats for names, and nothing else.</p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <SelectField
          label="Works for"
          value={days}
          onChange={setDays}
          options={DAYS.map((value) => ({ value, text: DAY_TEXT[value] }))}
        />
        <Button
          disabled={made.isLoading}
          onClick={() => {
            setCopied(false);
            void share({ id: card.id, shareInput: { days: Number(days) } });
          }}
        >
          Make a link
        </Button>
      </div>
      {address && (
        <div className="mt-3 rounded-lg border-2 border-ink px-3.5 py-2.5" role="status">
          <p className="font-mono text-sm break-all">{address}</p>
          <p className="mt-1 flex flex-wrap items-center gap-3 text-sm">
            <Button
              onClick={() => void navigator.clipboard.writeText(address).then(() => setCopied(true))}
              disabled={!('clipboard' in navigator)}
            >
              {isCopied ? 'Copied' : 'Copy'}
            </Button>
            Copy it now: it is not shown again.
          </p>
        </div>
      )}
      {problem && (
        <p role="alert" className="mt-2 font-bold text-chestnut">
          {refusalOf(problem).message}
        </p>
      )}
      {links.length > 0 && (
        <ul className="mt-2 divide-y divide-line/70">
          {links.map((link) => (
            <li key={link.id} className="flex flex-wrap items-center justify-between gap-2 py-1.5">
              <span>{stateOf(link)}</span>
              {isOpen(link) && (
                <Button onClick={() => void revoke({ id: card.id, share: link.id })}>Take it back</Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

const day = (moment: string): string => format(moment, 'd MMM yyyy');
const isOpen = ({ revokedAt, expiresAt }: ShareView): boolean =>
  revokedAt === null && expiresAt > new Date().toISOString();

function stateOf(link: ShareView): string {
  const made = `Made by ${link.by} on ${day(link.createdAt)}`;
  if (link.revokedAt) return `${made}, taken back on ${day(link.revokedAt)}.`;
  return `${made}, ${isOpen(link) ? 'works until' : 'ended on'} ${day(link.expiresAt)}.`;
}
