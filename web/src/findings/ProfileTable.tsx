import { pText } from '@jacana/core/format';
import type { Findings } from '@jacana/core/findings';
import type { Profiled } from '@jacana/core/planned';
import type { ReactNode } from 'react';
import { FindingCard } from './FindingCard';

interface ProfileTableProps {
  title?: string;
  section?: 'profile' | 'scales';
  /** Of a table that was not planned: that it was not. */
  aside?: string;
  /** How each row was asked, where its name does not say. */
  asks?: readonly string[];
  methods: readonly { id: string; name: string }[];
  alpha: number;
  about: Findings['verdict']['about'];
  profile: Profiled;
}

/** Of more methods than these the names have no room above one another's columns: each has a row of its own then. */
const MOST_COLUMNS = 6;

/** All words with their means, and which differ. */
export function ProfileTable({
  section = 'profile',
  title = 'Word by word',
  aside,
  asks = [],
  methods,
  alpha,
  about,
  profile,
}: ProfileTableProps) {
  const words = profile.rows.map((row, at) => wordOf(profile, row, { ask: asks[at], alpha, about }));
  const told: Told = { methods, words, hasMethodTests: profile.methodTests !== null };
  return (
    <FindingCard section={section} title={title} aside={aside ?? 'p adjusted by false discovery rate'}>
      <div className="overflow-x-auto">
        {methods.length > MOST_COLUMNS ? <MethodByMethod {...told} /> : <WordByWord {...told} />}
      </div>
      {aside && (
        <p className="mt-2 text-sm text-quiet">p adjusted by false discovery rate over {profile.rows.length} scales.</p>
      )}
    </FindingCard>
  );
}

interface Word {
  name: string;
  /** How it was asked, where its name does not say. */
  ask: string | null;
  isShown: boolean;
  mean: (method: string) => ReactNode;
  ofPieces: string;
  ofMethods: string;
}

interface Told {
  methods: ProfileTableProps['methods'];
  words: readonly Word[];
  hasMethodTests: boolean;
}

function wordOf(
  { methodTests }: Profiled,
  { attribute, means, adjustedP }: Profiled['rows'][number],
  { ask, alpha, about }: Pick<ProfileTableProps, 'alpha' | 'about'> & { ask: string | undefined },
): Word {
  const ofMethods = methodTests?.find((test) => test.attribute === attribute)?.adjustedP ?? null;
  const counting = about === 'methods' && methodTests ? ofMethods : adjustedP;
  return {
    name: attribute,
    ask: ask === undefined || ask === attribute ? null : ask,
    isShown: (counting ?? 1) <= alpha,
    mean: (method) => {
      const own = means.find(({ level }) => level === method);
      return (
        <>
          {own?.mean?.toFixed(1) ?? '–'} <span className="font-mono text-sm text-quiet">{own?.letters}</span>
        </>
      );
    },
    ofPieces: pOrNone(adjustedP),
    ofMethods: pOrNone(ofMethods),
  };
}

const pOrNone = (p: number | null): string => (p === null ? 'no test' : pText(p));
const piecesHeading = (hasMethodTests: boolean): string => (hasMethodTests ? 'p, these pieces' : 'Adjusted p');
const HEAD = 'border-b border-line text-left text-sm text-quiet';

function WordByWord({ methods, words, hasMethodTests }: Told) {
  return (
    <table className="w-full">
      <thead>
        <tr className={HEAD}>
          <th scope="col">Word</th>
          {methods.map((method) => (
            <th key={method.id} scope="col">
              {method.name}
            </th>
          ))}
          <th scope="col">{piecesHeading(hasMethodTests)}</th>
          {hasMethodTests && <th scope="col">p, methods</th>}
        </tr>
      </thead>
      <tbody>
        {words.map(({ name, ask, isShown, mean, ofPieces, ofMethods }) => (
          <tr key={name} className={`border-b border-line/60 ${isShown ? 'font-bold' : ''}`}>
            <td className="py-1">
              {name}
              {ask && <span className="block text-sm font-normal text-quiet">{ask}</span>}
            </td>
            {methods.map(({ id }) => (
              <td key={id}>{mean(id)}</td>
            ))}
            <td>{ofPieces}</td>
            {hasMethodTests && <td>{ofMethods}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The same turned over: a row a method, the p of each word at the foot. */
function MethodByMethod({ methods, words, hasMethodTests }: Told) {
  const cell = (isShown: boolean): string => `pr-3 whitespace-nowrap ${isShown ? 'font-bold' : ''}`;
  const foot = (heading: string, p: (word: Word) => string): ReactNode => (
    <tr className="border-t border-line">
      <th scope="row" className="py-1 pr-3 text-left text-sm text-quiet">
        {heading}
      </th>
      {words.map((word) => (
        <td key={word.name} className={cell(word.isShown)}>
          {p(word)}
        </td>
      ))}
    </tr>
  );
  return (
    <table className="w-full">
      <thead>
        <tr className={`${HEAD} align-bottom`}>
          <th scope="col">Method</th>
          {words.map(({ name, ask }) => (
            <th key={name} scope="col" className="min-w-24 pr-3">
              {name}
              {ask && <span className="block font-normal">{ask}</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {methods.map(({ id, name }) => (
          <tr key={id} className="border-b border-line/60">
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {name}
            </th>
            {words.map((word) => (
              <td key={word.name} className={cell(word.isShown)}>
                {word.mean(id)}
              </td>
            ))}
          </tr>
        ))}
        {foot(piecesHeading(hasMethodTests), ({ ofPieces }) => ofPieces)}
        {hasMethodTests && foot('p, methods', ({ ofMethods }) => ofMethods)}
      </tbody>
    </table>
  );
}
