import { CalendarPlus, Printer } from 'lucide-react';
import { useInTasting } from '../shell/session';
import { buttonClass } from '../ui/Button';
import { Card } from '../ui/Card';

const NAMES = {
  plan: 'Plan sheet',
  kitchen: 'Kitchen list',
  run: 'Run sheet',
  trays: 'Tray map',
  carrying: 'Carrying list',
  attendance: 'Attendance list',
  ballots: 'Paper ballots',
  envelope: 'Envelope',
  closing: 'Closing sheet',
  portioning: 'Portioning sheet',
  links: 'Ballot cards',
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
        {sheets.includes('run') && <CalendarLink />}
      </div>
    </Card>
  );
}

/** The run sheet as a calendar, for whoever wants to be reminded by a phone. */
function CalendarLink() {
  const { card } = useInTasting();
  return (
    <a href={`/api/tastings/${card.id}/sheets/run.ics`} className={buttonClass()}>
      <CalendarPlus size={18} /> Run sheet (calendar)
    </a>
  );
}
