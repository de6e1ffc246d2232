import type { Chart } from '@jacana/core/charts';
import { chartsOf, type Findings } from '@jacana/core/findings';
import type { ReportForm } from '@jacana/core/sheets';
import { Download, Printer } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { savePng, saveSvg } from '../../findings/chartFiles';
import { useInTasting } from '../../shell/session';
import { Button, buttonClass } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Modal } from '../../ui/Modal';
import { SelectField } from '../../ui/SelectField';
import { Toggle } from '../../ui/Toggle';
import { ShareLinks } from './ShareLinks';

/** The answer for somebody else: on paper, as text, as data, as pictures. */
export function HandOn({ found }: { found: Findings }) {
  const { card, me } = useInTasting();
  const [isOpen, setOpen] = useState(false);
  const at = (rest: string): string => `/api/tastings/${card.id}/${rest}`;
  const name = fileName(card.title);
  return (
    <Card title="Hand it on" className="not-printed">
      <div className="flex flex-wrap gap-2.5">
        <Paper href={at('sheets/report')}>Report (PDF)</Paper>
        <Paper href={at('sheets/report?length=short')}>One page (PDF)</Paper>
        {me.role === 'coordinator' && (
          <>
            <File href={at('sheets/workbook')} name={`${name}.xlsx`}>
              XLSX
            </File>
            <File href={at('csv')} name={`${name}.csv`}>
              CSV
            </File>
            <File href={at('bundle')} name={`${name}.jacana.json`}>
              Bundle
            </File>
          </>
        )}
        <Button onClick={() => setOpen(true)}>Other forms…</Button>
      </div>
      <OtherForms found={found} open={isOpen} onOpenChange={setOpen} at={at} name={name} />
    </Card>
  );
}

interface OtherFormsProps {
  found: Findings;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  at: (rest: string) => string;
  name: string;
}

function OtherForms({ found, open, onOpenChange, at, name }: OtherFormsProps) {
  const { me } = useInTasting();
  const [length, setLength] = useState<ReportForm['length']>('full');
  const [paper, setPaper] = useState<ReportForm['paper']>('A4');
  const [names, setNames] = useState(false);
  const query = `?length=${length}&paper=${paper}&names=${names ? 'yes' : 'no'}`;
  return (
    <Modal title="Hand it on" open={open} onOpenChange={onOpenChange} wide about="The same numbers as on the screen.">
      <h3 className="font-bold">Report</h3>
      <div className="mt-2 grid items-end gap-4 sm:grid-cols-2">
        <SelectField
          label="How much"
          value={length}
          onChange={setLength}
          options={[
            { value: 'full', text: 'Everything, with an appendix' },
            { value: 'short', text: 'One page' },
          ]}
        />
        <SelectField
          label="Paper"
          value={paper}
          onChange={setPaper}
          options={[
            { value: 'A4', text: 'A4' },
            { value: 'Letter', text: 'Letter' },
          ]}
        />
      </div>
      {me.role === 'coordinator' && (
        <div className="mt-3">
          <Toggle label="Name the panelists" hint="Otherwise they are seats." checked={names} onChange={setNames} />
        </div>
      )}
      <div className="mt-3 flex flex-wrap gap-2.5">
        <Paper href={at(`sheets/report${query}`)}>Report as chosen (PDF)</Paper>
        <File href={at(`sheets/report.txt${query}`)} name={`${name}.txt`}>
          As text
        </File>
      </div>
      {me.role === 'coordinator' && <ShareLinks />}
      <Charts charts={chartsOf(found)} />
    </Modal>
  );
}

function Charts({ charts }: { charts: readonly Chart[] }) {
  const [problem, setProblem] = useState('');
  const attempt = (work: Promise<void>): void => {
    setProblem('');
    work.catch((error: unknown) => setProblem((error as Error).message));
  };
  if (charts.length === 0) return null;
  return (
    <>
      <h3 className="mt-6 font-bold">Charts</h3>
      <ul className="divide-y divide-line/70">
        {charts.map((chart) => (
          <li key={chart.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
            <span className="min-w-48 grow basis-0">
              {chart.title}
              {chart.status === 'explored' && (
                <span className="block text-sm text-quiet">looked at after unsealing</span>
              )}
            </span>
            <span className="flex gap-2">
              <Button aria-label={`${chart.title}, SVG`} onClick={() => attempt(saveSvg(chart))}>
                SVG
              </Button>
              <Button aria-label={`${chart.title}, PNG`} onClick={() => attempt(savePng(chart))}>
                PNG
              </Button>
            </span>
          </li>
        ))}
      </ul>
      {problem && (
        <p role="alert" className="mt-2 font-bold text-chestnut">
          {problem}
        </p>
      )}
    </>
  );
}

function Paper({ href, children }: { href: string; children: ReactNode }) {
  return (
    <a href={href} target="_blank" rel="noreferrer" className={buttonClass()}>
      <Printer size={18} /> {children}
    </a>
  );
}

function File({ href, name, children }: { href: string; name: string; children: ReactNode }) {
  return (
    <a href={href} download={name} className={buttonClass()}>
      <Download size={18} /> {children}
    </a>
  );
}

const fileName = (title: string): string =>
  title
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '') || 'tasting';
