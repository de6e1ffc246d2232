import { counted } from '@jacana/core/format';
import { methodsFromTable, type ReadMethods } from '@jacana/core/bundle';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Modal } from '../../ui/Modal';
import { textOf, type ReadText } from './encoding';

interface MethodImportProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onRead: (methods: ReadMethods['methods']) => void;
}

const EXAMPLE = `name\tdescription\thands-on minutes\ttotal minutes\tcost\tmess\tskill
Roasted\t200 °C, oiled\t6\t40\t0.80\t2\t1`;

/** Methods out of a spreadsheet or a CSV file; nothing is taken before all of it can be read. */
export function MethodImport({ open, onOpenChange, onRead }: MethodImportProps) {
  const [text, setText] = useState('');
  const [guess, setGuess] = useState('');
  const take = ({ text: said, encoding }: ReadText): void => {
    setText(said);
    setGuess(encoding === 'utf-8' ? '' : `Read as ${encoding}. If letters look wrong, save it as UTF-8.`);
  };
  const read = text.trim() ? methodsFromTable(text) : null;
  const add = (): void => {
    if (!read || read.methods.length === 0) return;
    onRead(read.methods);
    setText('');
    onOpenChange(false);
  };
  return (
    <Modal
      wide
      title="Paste or import methods"
      about="Copy rows out of a spreadsheet, or choose a CSV file. With headings the columns may stand in any order: name, description, steps, equipment, reference, hands-on minutes, total minutes, cost, mess, skill, cook loss. Without, name and description come first."
      open={open}
      onOpenChange={onOpenChange}
    >
      <label className="mb-1 block text-sm font-bold" htmlFor="method-table">
        Rows
      </label>
      <textarea
        id="method-table"
        rows={8}
        value={text}
        placeholder={EXAMPLE}
        onChange={(event) => setText(event.target.value)}
        className="w-full rounded-lg border border-quiet/50 bg-white px-3 py-2 font-mono text-sm"
      />
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <Button look="main" disabled={!read || read.methods.length === 0} onClick={add}>
          Add {read && read.methods.length > 0 ? counted(read.methods.length, 'method') : 'them'}
        </Button>
        <label className="cursor-pointer text-chestnut underline underline-offset-3">
          Choose a CSV file
          <input
            type="file"
            accept=".csv,.tsv,.txt,text/csv"
            className="sr-only"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              if (file) void textOf(file).then(take);
            }}
          />
        </label>
      </div>
      {[guess, ...(read?.notices ?? [])].filter(Boolean).map((notice) => (
        <p key={notice} role="status" className="mt-3">
          {notice}
        </p>
      ))}
      {read && read.problems.length > 0 && (
        <div role="alert">
          <ul className="mt-3 list-disc space-y-1 pl-5 font-bold text-chestnut">
            {read.problems.slice(0, 6).map(({ field, message }) => (
              <li key={`${field} ${message}`}>
                {field.charAt(0).toUpperCase() + field.slice(1)}: {message}
              </li>
            ))}
            {read.problems.length > 6 && <li>and {read.problems.length - 6} more</li>}
          </ul>
        </div>
      )}
      {read && read.methods.length > 0 && (
        <p className="mt-3 text-quiet">{read.methods.map((method) => method.name).join(', ')}</p>
      )}
    </Modal>
  );
}
