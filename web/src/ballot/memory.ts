import type { Language } from '@jacana/core/bundle';
import { nanoid } from 'nanoid';
import { LANGUAGE_NAMES } from '../words/words';
import { forgotten, fresh, type BallotState } from './state';

/**
 * What this browser keeps. Where it may not keep anything (private windows), the ballot
 * still works; only a reload then starts from what the server has.
 */
function attempt<T>(work: () => T, otherwise: T): T {
  try {
    return work();
  } catch {
    return otherwise;
  }
}

let deviceOfThisPage: string | undefined;

/** Made once per browser, so that a reload is not taken for a second device. */
export function deviceId(): string {
  deviceOfThisPage ??= attempt(() => localStorage.getItem('jacana.device'), null) ?? nanoid(16);
  const id = deviceOfThisPage;
  attempt(() => localStorage.setItem('jacana.device', id), undefined);
  return id;
}

const place = (token: string): string => `jacana.ballot.2.${token}`;

export function recall(token: string): BallotState {
  const text = attempt(() => localStorage.getItem(place(token)), null);
  return attempt(
    () => (text ? { ...fresh, ...(JSON.parse(text) as BallotState), refusal: null, line: 'sending' } : fresh),
    fresh,
  );
}

export function keep(token: string, state: BallotState): void {
  attempt(() => localStorage.setItem(place(token), JSON.stringify(forgotten(state))), undefined);
}

/** Whether the dim screen is wanted, for rooms that are darkened or lit red. */
export const dimMemory = {
  read: (): boolean => attempt(() => localStorage.getItem('jacana.dim'), null) === 'yes',
  write: (isDim: boolean): void => attempt(() => localStorage.setItem('jacana.dim', isDim ? 'yes' : 'no'), undefined),
};

/** The ballot that was open on this phone last: an installed ballot begins without an address. */
export const lastBallot = {
  read: (): string => attempt(() => localStorage.getItem('jacana.last'), null) ?? '',
  write: (token: string): void => attempt(() => localStorage.setItem('jacana.last', token), undefined),
};

/** The language that was chosen on this phone; nothing where the tasting's own is read. */
export const languageMemory = {
  read: (): Language | null => {
    const known = attempt(() => localStorage.getItem('jacana.language'), null);
    return known !== null && known in LANGUAGE_NAMES ? (known as Language) : null;
  },
  write: (language: Language): void => attempt(() => localStorage.setItem('jacana.language', language), undefined),
};
