import { nanoid } from 'nanoid';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, refusalOf } from '../client/api';
import { useDesk } from '../shell/session';
import { Button } from '../ui/Button';
import { TextField } from '../ui/Field';
import { Modal } from '../ui/Modal';
import type { Opened } from './brought.worker';
import { MappingFields } from './MappingFields';
import { useBrought } from './useBrought';

interface BringDialogProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** Answers that were given elsewhere, as a table, become a tasting that can be read. */
export function BringDialog({ open, onOpenChange }: BringDialogProps) {
  return (
    <Modal
      title="Bring answers from elsewhere"
      wide
      about="A table as CSV or XLSX, or pasted out of a spreadsheet. It stays in this browser until you make a tasting of it."
      open={open}
      onOpenChange={onOpenChange}
    >
      {open && <Bringing onDone={() => onOpenChange(false)} />}
    </Modal>
  );
}

function Bringing({ onDone }: { onDone: () => void }) {
  const brought = useBrought();
  const { opened, mapping, setMapping, understood, problem, isBusy } = brought;
  const [file, setFile] = useState('');
  return (
    <div className="space-y-4">
      <div className="flex flex-wrap items-center gap-3">
        <label className="font-bold">
          Table{' '}
          <input
            type="file"
            accept=".csv,.tsv,.txt,.xlsx"
            className="ml-2 font-normal file:mr-3 file:cursor-pointer file:rounded-lg file:border file:border-solid file:border-chestnut file:bg-paper file:px-3 file:py-1.5 file:font-bold file:text-chestnut"
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              if (!chosen) return;
              setFile(chosen.name);
              brought.openFile(chosen);
            }}
          />
        </label>
        <label className="min-w-60 grow">
          <span className="sr-only">Or paste it here</span>
          <textarea
            rows={1}
            placeholder="or paste it here, headings first"
            className="w-full rounded border border-line bg-paper px-3 py-1.5"
            onPaste={(event) => {
              event.preventDefault();
              setFile('a table that was pasted');
              brought.openText(event.clipboardData.getData('text/plain'));
            }}
          />
        </label>
      </div>
      {isBusy && <p role="status">Reading…</p>}
      {problem && (
        <p role="alert" className="font-bold text-chestnut">
          {problem}
        </p>
      )}
      {opened && mapping && (
        <>
          <Preview opened={opened} />
          <MappingFields headings={opened.headings} mapping={mapping} onChange={setMapping} />
          <div role="status">
            {understood && understood.problems.length > 0 && (
              <>
                <p className="font-bold text-chestnut">It cannot be read like this:</p>
                <ul className="list-disc pl-5">
                  {understood.problems.map(({ field, message }) => (
                    <li key={`${field} ${message}`}>
                      {field}: {message}
                    </li>
                  ))}
                </ul>
              </>
            )}
            {understood?.summary && <p>{understood.summary}</p>}
          </div>
          {understood?.summary && <MakeIt brought={brought} file={file} onDone={onDone} />}
        </>
      )}
    </div>
  );
}

function Preview({ opened: { headings, rows, rowCount, how } }: { opened: Opened }) {
  return (
    <div className="overflow-x-auto rounded border border-line">
      <table className="w-full text-sm">
        <caption className="px-2 py-1 text-left text-quiet">
          {rowCount} rows{how && `, read as ${how}`}; the first {rows.length}:
        </caption>
        <thead>
          <tr className="border-y border-line text-left">
            {headings.map((heading, at) => (
              <th key={at} scope="col" className="px-2 py-1 whitespace-nowrap">
                {heading}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, at) => (
            <tr key={at}>
              {row.map((cell, column) => (
                <td key={column} className="max-w-48 truncate px-2 py-0.5">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface MakeItProps {
  brought: ReturnType<typeof useBrought>;
  file: string;
  onDone: () => void;
}

/** What is said of it, and the button that makes the tasting. */
function MakeIt({ brought, file, onDone }: MakeItProps) {
  const { me } = useDesk();
  const [title, setTitle] = useState(file.replace(/\.\w+$/, ''));
  const [question, setQuestion] = useState('');
  const [importBundle, { error, isLoading }] = api.useImportBundleMutation();
  const go = useNavigate();
  const make = async (): Promise<void> => {
    const reader = brought.reader();
    if (!reader || !brought.mapping) return;
    const bundle = await reader.bundle(brought.mapping, {
      ...{ title: title.trim(), question: question.trim(), file, by: me.name },
      higherIsBetter: brought.mapping.higherIsBetter,
      ...{ at: new Date().toISOString(), seed: nanoid(24), salt: nanoid(32) },
    });
    const { id } = await importBundle({ body: bundle }).unwrap();
    onDone();
    void go(`/tastings/${id}/read`);
  };
  return (
    <form
      className="space-y-3 border-t border-line pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        make().catch(() => undefined);
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField label="Title" value={title} maxLength={200} onChange={(event) => setTitle(event.target.value)} />
        <TextField
          label="Question"
          value={question}
          maxLength={200}
          onChange={(event) => setQuestion(event.target.value)}
        />
      </div>
      {error && (
        <p role="alert" className="font-bold text-chestnut">
          {refusalOf(error).message}
        </p>
      )}
      <Button look="main" type="submit" disabled={title.trim() === '' || isLoading}>
        Make a tasting of it
      </Button>
    </form>
  );
}
