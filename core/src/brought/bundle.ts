import { fingerprint, type Answer, type Ballot, type BallotItem, type Key, type TastingBundle } from '../bundle';
import { analysisOf, codeSittings, tagPieces, type PlannedSitting } from '../design';
import { ENGINE } from '../engine';
import { neutralQuestion } from '../library';
import { keyStream } from '../numeric';
import { defaultTasting, noRange, noRecords, type Tasting } from '../tasting';
import type { Brought, BroughtQuestion, BroughtServing } from './read';

/** What is said of a table when it becomes a tasting. */
export interface BroughtAs {
  title: string;
  question: string;
  /** What it came from: a file by its name, or what was pasted. */
  file: string;
  /** Whether a higher number of a ranking is better; else 1 is the best. */
  higherIsBetter: boolean;
  /** Who brings it, and when. */
  by: string;
  at: string;
  /** Source of codes and tags, which nobody ever saw. */
  seed: string;
  salt: string;
}

/**
 * A finished tasting out of answers that were given elsewhere. What was to be tested is said now, when the answers
 * are known: the tasting says so, and so do its findings. Orders are as they were written down, or not known; a
 * method has the pieces that were named, or one.
 */
export function bundleOf(brought: Brought, as: BroughtAs): TastingBundle {
  const tasting = tastingOf(brought, as);
  const own = tasting.panel.map((_, at) =>
    inOrder(brought.servings.filter((one) => one.panelist === brought.panelists[at])),
  );
  const placeOf = (sample: string): number => brought.samples.indexOf(sample);
  const sittings: PlannedSitting[] = own.map((servings, panelist) => ({
    ...{ panelist, sitting: 1, warmUp: null },
    sets: [{ zone: null, replicate: 0, samples: servings.map(({ sample }) => ({ method: placeOf(sample), copy: 0 })) }],
  }));
  const { coded, methods } = codeSittings(sittings, 'shared', as.seed);
  const pieces = tagPieces(tasting, keyStream(as.seed, 'tags'));
  const blockOf = blocksOf(brought);
  const tagOf = ({ sample, piece }: BroughtServing): string =>
    pieces.find(({ method, block }) => method === methodId(placeOf(sample)) && block === blockOf(sample, piece))?.tag ??
    '';
  const who = tasting.panel.map(({ id }) => ({ panelist: id, sitting: 1 }));
  const key: Key = {
    seed: as.seed,
    salt: as.salt,
    codes: Object.fromEntries([...methods].map(([code, place]) => [code, methodId(place)])),
    portions: who.map((one, at) => ({ ...one, tags: own[at].map(tagOf) })),
  };
  const plan = {
    ...{ lockedAt: as.at, engine: ENGINE, alpha: tasting.alpha, analysis: analysisOf(tasting), scheme: 3 as const },
    servings: who.map((one, at) => ({ ...one, warmUp: null, sets: [{ zone: null, codes: coded[at].sets[0] }] })),
  };
  return {
    ...{ format: 'jacana-tasting', version: 3, tasting, pieces, key, range: noRange(), records: noRecords() },
    plan: { ...plan, fingerprint: fingerprint({ tasting, plan, pieces, key }) },
    seal: { closedAt: as.at, unsealedAt: as.at, unsealedBy: as.by },
    ballots: own.map((servings, at) =>
      ballotOf(who[at].panelist, servings, { codes: coded[at].sets[0], tasting, brought, as }),
    ),
    ...{ readings: [], photos: [], digest: null },
  };
}

const methodId = (place: number): string => `method-${place + 1}`;

/** The question that decides is the ranking, else liking, else the attributes together. */
function tastingOf({ samples, panelists, questions, servings, ordersKnown }: Brought, as: BroughtAs): Tasting {
  const kinds = questions.map(({ kind }) => kind);
  const test = kinds.includes('ranking') ? 'ranking' : kinds.includes('liking') ? 'liking' : 'profile';
  const defaults = defaultTasting();
  const most = Math.max(...panelists.map((name) => servings.filter(({ panelist }) => panelist === name).length));
  return {
    ...defaults,
    ...{ title: as.title, question: as.question, test, createdAt: as.at },
    decision: { ...defaults.decision, kind: test === 'profile' ? 'how-differ' : 'liked-best' },
    methods: samples.map((name, place) => ({
      ...{ id: methodId(place), name, note: '', steps: '', chain: [], equipment: '', reference: false },
    })),
    panel: panelists.map((name, at) => ({ id: `panelist-${at + 1}`, seat: at + 1, name })),
    ballot: { items: questions.map(itemOf) },
    service: { ...defaults.service, together: Math.max(2, most) },
    piecesPerMethod: Math.max(
      1,
      new Set(servings.map(({ piece }) => piece)).size > 1 ? mostPieces(servings, samples) : 1,
    ),
    brought: { file: as.file, at: as.at, ordersKnown },
  };
}

const itemOf = ({ kind, name }: BroughtQuestion, at: number): BallotItem => ({
  ...neutralQuestion(`question-${at + 1}`, kind === 'attribute' ? 'line' : kind, {
    word: kind === 'attribute' ? name : '',
  }),
  ...(kind === 'ranking' && { ties: true }),
});

const piecesOf = (servings: readonly BroughtServing[], sample: string): string[] => [
  ...new Set(servings.filter((one) => one.sample === sample).map(({ piece }) => piece)),
];
const mostPieces = (servings: readonly BroughtServing[], samples: readonly string[]): number =>
  Math.max(...samples.map((sample) => piecesOf(servings, sample).length));

/** Pieces of one name are of one block, where methods share the names; else the first of each method are, and so on. */
function blocksOf({ servings, samples }: Brought): (sample: string, piece: string) => number {
  const own = samples.map((sample) => piecesOf(servings, sample));
  const all = [...new Set(own.flat())];
  const areShared = all.length === Math.max(...own.map(({ length }) => length));
  return (sample, piece) => (areShared ? all.indexOf(piece) : own[samples.indexOf(sample)].indexOf(piece));
}

/** In the order of serving where it is known, else as they stand. */
const inOrder = (servings: readonly BroughtServing[]): BroughtServing[] =>
  [...servings].sort((a, b) => (a.position ?? 0) - (b.position ?? 0));

interface Answering {
  codes: readonly string[];
  tasting: Tasting;
  brought: Brought;
  as: BroughtAs;
}

function ballotOf(
  panelist: string,
  servings: readonly BroughtServing[],
  { codes, tasting, brought, as }: Answering,
): Ballot {
  const base = (number: number) => ({ id: `${panelist}-${number}`, at: as.at, by: as.by, reason: '' });
  const answers = brought.questions.flatMap(({ kind }, question): Answer[] => {
    const item = tasting.ballot.items[question].id;
    const said = servings.flatMap((serving, at) => {
      const value = serving.answers[question];
      return value === null ? [] : [{ code: codes[at], value }];
    });
    if (said.length === 0) return [];
    if (kind !== 'ranking')
      return said.map(({ code, value }, at) => ({
        ...{ ...base(question * 1000 + at), kind: 'score', item, code, score: value },
      }));
    const values = [...new Set(said.map(({ value }) => value))].sort((a, b) => (as.higherIsBetter ? b - a : a - b));
    const ranking = values.map((value) => said.filter((one) => one.value === value).map(({ code }) => code));
    return [{ ...base(question * 1000), kind: 'ranking', item, set: 0, ranking }];
  });
  return { panelist, sitting: 1, openedAt: as.at, handedInAt: as.at, answers };
}
