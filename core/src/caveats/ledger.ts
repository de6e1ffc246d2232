import { fold } from '../log';
import type { CaveatEntry, TastingBundle } from '../tasting';

/** Something that departed from the plan, as it stands now. */
export interface Caveat {
  /** Id of the entry that noted it first. */
  id: string;
  at: string;
  by: string;
  text: string;
  /** What it touches; left out when it touches everything, or nobody knows. */
  about?: { pieces: string[]; panelists: string[] };
  /** When it was changed last; null for one that stands as it was first noted. */
  editedAt: string | null;
  /** Noted, or changed, when the key was open: whoever did could know what it would do to the answer. */
  afterUnsealing: boolean;
}

/** A panelist who knew, or could guess, which sample was which. */
export interface NotBlind {
  panelist: string;
  because: string;
  afterUnsealing: boolean;
}

/** The caveat ledger as it stands. */
export interface Ledger {
  /** In the order in which they were noted. */
  caveats: Caveat[];
  notBlind: NotBlind[];
}

/**
 * Folds the ledger's entries: later edits replace earlier ones, withdrawn caveats are gone,
 * the last mark of a panelist counts.
 *
 * @param unsealedAt when the key was opened; null while it is sealed
 */
export function ledger(entries: readonly CaveatEntry[], unsealedAt: string | null): Ledger {
  return fold<Ledger, CaveatEntry['body']>(
    entries,
    { caveats: [], notBlind: [] },
    (state, { id, at, storedAt, by, body }) => {
      // By the server's clock, since a device's can be set.
      const afterUnsealing = unsealedAt !== null && Date.parse(storedAt) >= Date.parse(unsealedAt);
      switch (body.kind) {
        case 'noted':
          return {
            ...state,
            caveats: [...state.caveats, { id, at, by, ...said(body), editedAt: null, afterUnsealing }],
          };
        case 'edited':
          return {
            ...state,
            caveats: state.caveats.map((caveat) =>
              caveat.id === body.of
                ? {
                    ...{ id: caveat.id, at: caveat.at, by: caveat.by, ...said(body), editedAt: at },
                    afterUnsealing: caveat.afterUnsealing || afterUnsealing,
                  }
                : caveat,
            ),
          };
        case 'withdrawn':
          return { ...state, caveats: state.caveats.filter((caveat) => caveat.id !== body.of) };
        case 'not-blind':
          return {
            ...state,
            notBlind: [
              ...state.notBlind.filter(({ panelist }) => panelist !== body.panelist),
              { panelist: body.panelist, because: body.because, afterUnsealing },
            ],
          };
        case 'blind-again':
          return { ...state, notBlind: state.notBlind.filter(({ panelist }) => panelist !== body.panelist) };
      }
    },
  );
}

const said = ({ text, about }: Pick<Caveat, 'text' | 'about'>): Pick<Caveat, 'text' | 'about'> => ({
  text,
  ...(about && { about }),
});

/** The ledger of a bundle. */
export const ledgerOf = ({ records, seal }: Pick<TastingBundle, 'records' | 'seal'>): Ledger =>
  ledger(records.caveats, seal.unsealedAt);
