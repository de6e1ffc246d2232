import { whyOf, type Findings, type SectionId } from '@jacana/core/findings';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../client/api';
import type { BehindView } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';
import { Modal } from '../../ui/Modal';
import { SearchField } from '../../ui/SearchField';

/** More rows are no longer read; they are looked for. */
const MOST_ROWS = 100;

interface WhyDialogProps {
  found: Findings;
  section: SectionId | null;
  onClose: () => void;
}

/** How a number came to be: formula, source, what was checked, and the servings, each with its piece. */
export function WhyDialog({ found, section, onClose }: WhyDialogProps) {
  const why = section && whyOf(found, section);
  return (
    <Modal title="Why?" wide open={section !== null} onOpenChange={(isOpen) => !isOpen && onClose()} about={why?.how}>
      {why && (
        <dl className="mb-4 grid gap-x-4 gap-y-1.5 sm:grid-cols-[8rem_minmax(0,1fr)]">
          {why.certainty && (
            <>
              <dt className="text-quiet">How sure</dt>
              <dd>{why.certainty}</dd>
            </>
          )}
          {why.checked.length > 0 && (
            <>
              <dt className="text-quiet">Checked</dt>
              <dd>
                {why.checked.map((line) => (
                  <span key={line} className="block">
                    {line}
                  </span>
                ))}
              </dd>
            </>
          )}
          <dt className="text-quiet">Source</dt>
          <dd>{why.source}.</dd>
        </dl>
      )}
      {section && <Servings />}
    </Modal>
  );
}

/** The servings that count, to be looked through by seat, method or piece. */
function Servings() {
  const { card } = useInTasting();
  const { data } = api.useGetServingsQuery({ id: card.id });
  const [sought, setSought] = useState('');
  if (!data) return <p role="status">Looking the servings up…</p>;
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  const found = data.rows.filter((row) => words.every((word) => row.some((cell) => cell.toLowerCase().includes(word))));
  return (
    <section aria-label="The servings it comes from">
      <h3 className="font-bold">The servings it comes from</h3>
      <div className="my-2 flex flex-wrap items-center gap-3">
        <SearchField label="Look for a method or a piece" value={sought} onChange={setSought} />
        <span role="status" className="text-sm text-quiet">
          {found.length} of {data.rows.length}
          {found.length > MOST_ROWS && `, the first ${MOST_ROWS} are shown`}
        </span>
        <Link to={`/tastings/${card.id}/cook`} className="text-chestnut underline underline-offset-3">
          Kitchen log and curves
        </Link>
      </div>
      <Rows columns={data.columns} rows={found.slice(0, MOST_ROWS)} onPiece={setSought} />
    </section>
  );
}

function Rows({ columns, rows, onPiece }: BehindView & { onPiece: (tag: string) => void }) {
  const piece = columns.indexOf('piece');
  return (
    <div className="max-h-80 overflow-auto rounded border border-line" tabIndex={0} role="region" aria-label="Servings">
      <table className="w-full text-sm">
        <thead className="sticky top-0 bg-paper">
          <tr className="text-left">
            {columns.map((column) => (
              <th key={column} scope="col" className="px-2 py-1 whitespace-nowrap">
                {column}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, at) => (
            <tr key={at} className="border-t border-line/60">
              {row.map((cell, column) => (
                <td key={column} className="px-2 py-0.5 whitespace-nowrap">
                  {column === piece && cell ? (
                    <button
                      type="button"
                      onClick={() => onPiece(cell)}
                      aria-label={`Only piece ${cell}`}
                      className="font-mono font-semibold text-chestnut underline underline-offset-3"
                    >
                      {cell}
                    </button>
                  ) : (
                    cell
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
