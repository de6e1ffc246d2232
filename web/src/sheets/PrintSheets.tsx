import { Printer } from 'lucide-react';
import { useInTasting } from '../shell/session';
import { buttonClass } from '../ui/Button';
import { Card } from '../ui/Card';

const NAMES = {
  plan: 'Plan sheet',
  kitchen: 'Kitchen list',
  trays: 'Tray map',
  portioning: 'Portioning sheet',
  links: 'Ballot cards',
  report: 'Report',
} as const;

export type SheetName = keyof typeof NAMES;

/** The way to a sheet of paper, as PDF: drawn by the server, with title, date and page on every page. */
export function PrintLink({ sheet, look }: { sheet: SheetName; look?: 'quiet' }) {
  const { card } = useInTasting();
  return (
    <a href={`/api/tastings/${card.id}/sheets/${sheet}`} target="_blank" rel="noreferrer" className={buttonClass(look)}>
      <Printer size={18} /> {NAMES[sheet]} (PDF)
    </a>
  );
}

/** Sheets that belong to a stage. */
export function PrintSheets({ sheets }: { sheets: readonly SheetName[] }) {
  return (
    <Card title="On paper">
      <div className="flex flex-wrap gap-2.5">
        {sheets.map((sheet) => (
          <PrintLink key={sheet} sheet={sheet} />
        ))}
      </div>
    </Card>
  );
}
