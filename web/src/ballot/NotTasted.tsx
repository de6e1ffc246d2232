import { useEffect, useRef, useState } from 'react';
import { Pad } from '../ui/Pad';
import { useSayUntasted } from './useSayUntasted';
import { en } from '@jacana/core/words';
import { useWords } from '../words/words';

/** Kept in English, in whichever language they were read: coordinators count them. */
const REASONS = ['reason-tray', 'reason-eat', 'reason-leave'] as const;
const MOST = 200;

/** A way out of an answer that would be made up: which sample was not tasted, and why. */
export function NotTasted({ codes, onSaid }: { codes: readonly string[]; onSaid?: () => void }) {
  const t = useWords();
  const [isOpen, setOpen] = useState(false);
  const [code, setCode] = useState(codes.length === 1 ? codes[0] : null);
  const [own, setOwn] = useState('');
  const say = useSayUntasted();
  const asked = useRef<HTMLFieldSetElement>(null);
  // It opens below a long scale: seen and read out at once.
  useEffect(() => {
    if (isOpen) asked.current?.focus();
    if (isOpen) asked.current?.scrollIntoView({ block: 'center' });
  }, [isOpen]);
  const give = (because: string): void => {
    if (code === null || because.trim() === '') return;
    say(code, because.trim());
    setOpen(false);
    onSaid?.();
  };
  if (!isOpen)
    return (
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="mx-auto mt-3 block min-h-12 rounded px-3 text-sm text-quiet underline underline-offset-3 dim:text-night-quiet"
      >
        {t(codes.length === 1 ? 'untasted-this' : 'untasted-one')}
      </button>
    );
  return (
    <fieldset ref={asked} tabIndex={-1} className="mt-4 w-full space-y-2 outline-none">
      <legend className="font-bold">{code === null ? t('which-one') : t('why-not', { code })}</legend>
      {code === null ? (
        <div className="flex flex-wrap gap-2">
          {codes.map((one) => (
            <button key={one} type="button" aria-label={one} onClick={() => setCode(one)} className="rounded-full">
              <Pad label={one} size="4.25rem" />
            </button>
          ))}
        </div>
      ) : (
        <>
          {REASONS.map((because) => (
            <button
              key={because}
              type="button"
              onClick={() => give(en[because])}
              className="block min-h-12 w-full rounded-xl border-2 border-line bg-white px-4 py-2 text-left dim:border-night-line dim:bg-[#14302e]"
            >
              {t(because)}
            </button>
          ))}
          <label className="block">
            <span className="mb-1 block text-sm">{t('something-else')}</span>
            <input
              value={own}
              maxLength={MOST}
              onChange={(event) => setOwn(event.target.value)}
              onKeyDown={(event) => event.key === 'Enter' && give(own)}
              className="min-h-12 w-full rounded-xl border border-quiet/50 bg-white px-3 text-ink dim:border-night-line dim:bg-[#14302e] dim:text-night-ink"
            />
          </label>
          <button
            type="button"
            disabled={own.trim() === ''}
            onClick={() => give(own)}
            className="min-h-12 rounded-xl border-2 border-chestnut px-4 font-bold text-chestnut disabled:opacity-45 dim:border-night-quiet dim:text-night-ink"
          >
            {t('say-so')}
          </button>
        </>
      )}
      <button
        type="button"
        onClick={() => {
          setOpen(false);
          setCode(codes.length === 1 ? codes[0] : null);
        }}
        className="block min-h-12 px-1 text-sm underline underline-offset-3"
      >
        {t('never-mind')}
      </button>
    </fieldset>
  );
}

/** What was said of a sample that was not tasted, and the way back. */
export function SaidUntasted({ code, because }: { code: string; because: string }) {
  const t = useWords();
  const known = REASONS.find((reason) => en[reason] === because);
  const say = useSayUntasted();
  return (
    <div className="mt-4 rounded-xl border-2 border-line px-4 py-3 text-center dim:border-night-line">
      <p>{t('did-not-taste', { code, because: known ? t(known) : because })}</p>
      <button
        type="button"
        onClick={() => say(code, '')}
        className="min-h-12 px-3 font-bold underline underline-offset-3"
      >
        {t('did-taste')}
      </button>
    </div>
  );
}
