import type { z } from 'zod';
import type { Entry } from '../log';
import { KnownService } from '../service';
import canonicalize from 'canonicalize';
import { isDrawnFor, walkInsOf } from './amended';
import { answerProblems, codesServed, currentAnswers, missingAnswers, untastedCodes } from '../questions';
import {
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  bundleSchema,
  LATER_SERVICE,
  MOST_TELLERS,
  type Answer,
  type Ballot,
  type Problem,
  type Tasting,
  type TastingBundle,
} from '../tasting';
import { upgradeFromVersion1 } from './v1';
import { designFromVersion2, upgradeFromVersion2, version2Schema } from './v2';

type Json = Record<string, unknown>;

/** A bundle that holds together, or every reason why it does not. */
export type ParsedBundle = { bundle: TastingBundle; problems: [] } | { bundle: null; problems: Problem[] };

/**
 * Reads a tasting bundle from parsed JSON and checks that it holds together: every id
 * leads somewhere, every code belongs to a method, every answer fits its ballot.
 *
 * @param data anything; nothing is trusted
 * @returns the bundle, or the problems with the path of each field; never throws
 */
export function parseBundle(data: unknown): ParsedBundle {
  const known = knownFormat(data);
  if (known) return { bundle: null, problems: [known] };
  const upgraded = broughtUp(data as Json);
  const parsed = upgraded.success ? bundleSchema.safeParse(upgraded.data) : upgraded;
  if (!parsed.success) return { bundle: null, problems: parsed.error.issues.map(problemOfIssue) };
  const problems = crossCheck(parsed.data);
  return problems.length > 0 ? { bundle: null, problems } : { bundle: parsed.data, problems: [] };
}

/** From version to version, each step knowing only the next. */
function broughtUp(data: Json): { success: true; data: unknown } | { success: false; error: z.ZodError } {
  if (data.version === BUNDLE_VERSION) return { success: true, data };
  const older = version2Schema.safeParse(data.version === 1 ? upgradeFromVersion1(data) : data);
  return older.success ? { success: true, data: upgradeFromVersion2(older.data) } : older;
}

/** Versions of a design that a data file may hold; older ones did not say. */
const DESIGN_VERSION = 3;

/** The design column of a data file, brought up to what a tasting is today; what was added since is at its default. */
export function parseDesign<Design extends object>(stored: object): Design {
  const { version, ...design } = stored as { version?: number };
  const known = (version === DESIGN_VERSION ? design : designFromVersion2(design)) as {
    decision?: object;
    service?: object;
  };
  const decision = { mostTellers: MOST_TELLERS, ...known.decision };
  const service = { ...LATER_SERVICE, ...known.service };
  return { takenAlike: '', ingredients: [], ...known, decision, service } as unknown as Design;
}

/** A design as a data file keeps it. */
export const storedDesign = (design: object): object => ({ version: DESIGN_VERSION, ...design });

function knownFormat(data: unknown): Problem | null {
  if (typeof data !== 'object' || data === null || (data as { format?: unknown }).format !== BUNDLE_FORMAT) {
    return { field: 'format', message: `This is not a tasting bundle: "format" should be "${BUNDLE_FORMAT}".` };
  }
  const { version } = data as { version?: unknown };
  if ([1, 2, BUNDLE_VERSION].includes(version as number)) return null;
  const message = `This bundle has version ${JSON.stringify(version)}; this Jacana reads versions 1 to ${BUNDLE_VERSION}.`;
  return { field: 'version', message };
}

function problemOfIssue(issue: z.core.$ZodIssue): Problem {
  const at = issue.path.map(String);
  const field = issue.code === 'unrecognized_keys' ? [...at, issue.keys[0]].join('.') : at.join('.');
  return {
    field: field || 'bundle',
    message: issue.code === 'unrecognized_keys' ? 'This field is not known.' : issue.message,
  };
}

function crossCheck(bundle: TastingBundle): Problem[] {
  return [
    ...tastingProblems(bundle),
    ...planProblems(bundle),
    ...keyProblems(bundle),
    ...ballotProblems(bundle),
    ...sealProblems(bundle),
    ...recordProblems(bundle),
    ...amendmentProblems(bundle),
  ];
}

function tastingProblems({ tasting, pieces }: TastingBundle): Problem[] {
  const { methods, panel, ballot, bundled, ingredients, lots, zones } = tasting;
  const known = new Set(methods.map((method) => method.id));
  const knownLots = new Set(lots.map((lot) => lot.id));
  const twoReferences = methods.filter((method) => method.reference).length > 1;
  const ids = (items: readonly { id: string }[]): string[] => items.map((item) => item.id);
  return [
    ...repeated(ids(methods), 'tasting.methods', 'id'),
    ...repeated(ids(panel), 'tasting.panel', 'id'),
    ...repeated(ids(ballot.items), 'tasting.ballot.items', 'id'),
    ...repeated(ids(lots), 'tasting.lots', 'id'),
    ...repeated(ids(zones), 'tasting.zones', 'id'),
    ...repeated(
      panel.map((panelist) => String(panelist.seat)),
      'tasting.panel',
      'seat',
    ),
    ...repeated(
      pieces.map((piece) => piece.tag),
      'pieces',
      'tag',
    ),
    ...(twoReferences ? [{ field: 'tasting.methods', message: 'Only one method can be the reference.' }] : []),
    ...repeated(ids(ingredients), 'tasting.ingredients', 'id'),
    ...ingredients.flatMap((one, at) =>
      one.methods.flatMap((method) => unknownId(known, method, `tasting.ingredients.${at}.methods`, 'method')),
    ),
    ...bundled.flatMap(({ method }, at) => unknownId(known, method, `tasting.bundled.${at}.method`, 'method')),
    ...pieces.flatMap((piece, at) => [
      ...unknownId(known, piece.method, `pieces.${at}.method`, 'method'),
      ...(piece.lot === null ? [] : unknownId(knownLots, piece.lot, `pieces.${at}.lot`, 'lot')),
    ]),
  ];
}

const unknownId = (known: ReadonlySet<string>, id: string, field: string, what: string): Problem[] =>
  known.has(id) ? [] : [{ field, message: `No ${what} has the id "${id}".` }];

function planProblems({ tasting, plan, pieces, key, ballots, seal }: TastingBundle): Problem[] {
  if (plan === null) {
    const parts = { ballots: ballots.length > 0, key, pieces: pieces.length > 0, 'seal.closedAt': seal.closedAt };
    const early = Object.entries(parts).find(([, isThere]) => isThere)?.[0];
    return early ? [{ field: early, message: 'This needs a locked plan, and the bundle has none.' }] : [];
  }
  const panel = new Set(tasting.panel.map((panelist) => panelist.id));
  const zones = new Set(tasting.zones.map((zone) => zone.id));
  const problems = repeated(plan.servings.map(whoAndWhen), 'plan.servings', 'panelist');
  plan.servings.forEach((serving, at) => {
    const field = `plan.servings.${at}`;
    const codes = codesServed(serving);
    problems.push(...unknownId(panel, serving.panelist, `${field}.panelist`, 'panelist'));
    if (new Set(codes).size < codes.length)
      problems.push({ field: `${field}.sets`, message: 'A code is served twice at one sitting.' });
    serving.sets.forEach(({ zone }, set) => {
      if (zone !== null) problems.push(...unknownId(zones, zone, `${field}.sets.${set}.zone`, 'zone'));
    });
  });
  return problems;
}

const whoAndWhen = ({ panelist, sitting }: { panelist: string; sitting: number }): string =>
  sitting === 1 ? panelist : `${panelist} at sitting ${sitting}`;

function keyProblems({ tasting, plan, pieces, key }: TastingBundle): Problem[] {
  if (!key || !plan) return [];
  const problems: Problem[] = [];
  const served = new Set(plan.servings.flatMap(codesServed));
  const methodOfTag = new Map(pieces.map((piece) => [piece.tag, piece.method]));
  const methods = new Set(tasting.methods.map((method) => method.id));
  for (const code of served) {
    if (!Object.hasOwn(key.codes, code))
      problems.push({ field: `key.codes.${code}`, message: `The key has no method for code ${code}.` });
  }
  for (const [code, method] of Object.entries(key.codes))
    problems.push(...unknownId(methods, method, `key.codes.${code}`, 'method'));
  const servings = new Map(plan.servings.map((serving) => [whoAndWhen(serving), codesServed(serving)]));
  problems.push(...repeated(key.portions.map(whoAndWhen), 'key.portions', 'panelist'));
  key.portions.forEach((portion, at) => {
    const codes = servings.get(whoAndWhen(portion));
    const fits =
      codes?.length === portion.tags.length &&
      portion.tags.every((tag, position) => methodOfTag.get(tag) === key.codes[codes[position]]);
    if (!fits)
      problems.push({ field: `key.portions.${at}`, message: 'The portions do not match the codes and pieces.' });
  });
  return problems;
}

function ballotProblems({ tasting, plan, ballots }: TastingBundle): Problem[] {
  const servings = new Map(plan?.servings.map((serving) => [whoAndWhen(serving), serving]));
  const problems = repeated(ballots.map(whoAndWhen), 'ballots', 'panelist');
  ballots.forEach((ballot, at) => {
    const field = `ballots.${at}`;
    const serving = servings.get(whoAndWhen(ballot));
    if (!serving) {
      problems.push({ field: `${field}.panelist`, message: `No servings for panelist "${whoAndWhen(ballot)}".` });
      return;
    }
    const asked = { design: tasting.ballot, serving, untasted: untastedCodes(ballot.answers) };
    ballot.answers.forEach((answer, number) =>
      problems.push(
        ...within(`${field}.answers.${number}`, [
          ...answerProblems(answer, asked),
          ...guessProblems(answer, tasting, ballot),
        ]),
      ),
    );
    // What was left blank on paper stays blank.
    const isOnPaper = ballot.answers.some(({ kind }) => kind === 'typed');
    if (ballot.handedInAt && !isOnPaper && !tasting.brought)
      problems.push(
        ...missingAnswers(currentAnswers(ballot.answers), asked).map(({ message }) => ({
          field: `${field}.answers`,
          message: `This ballot was handed in incomplete. ${message}`,
        })),
      );
  });
  return problems;
}

/** A guess names a method, which nobody may see before everything was handed in. */
function guessProblems(answer: Answer, { methods, service }: Tasting, { sitting, handedInAt }: Ballot): Problem[] {
  if (answer.kind !== 'guess') return [];
  if (handedInAt === null || sitting !== service.sittings)
    return [{ field: 'kind', message: 'A guess is asked for once the last ballot was handed in.' }];
  return answer.method === null
    ? []
    : unknownId(new Set(methods.map(({ id }) => id)), answer.method, 'method', 'method');
}

/** An entry may only touch pieces, panelists and earlier entries that there are. */
function recordProblems({ tasting, plan, pieces, records, readings, photos }: TastingBundle): Problem[] {
  const redone = records.kitchen.flatMap(({ body }) => (body.kind === 'redone' ? body.as : []));
  const tags = new Set([...pieces.map((piece) => piece.tag), ...redone]);
  const gone = records.amendments.flatMap(({ body }) => (body.kind === 'walk-in' ? body : []));
  const panel = new Set([...tasting.panel, ...gone.map(({ panelist }) => panelist)].map((panelist) => panelist.id));
  const stray = (tag: string, field: string): Problem[] =>
    tags.has(tag) ? [] : [{ field, message: `No piece has the tag ${tag}.` }];
  const caveats = logProblems('caveats', records.caveats, (body, field) => {
    const about = 'about' in body ? body.about : undefined;
    return [
      ...('panelist' in body ? unknownId(panel, body.panelist, `${field}.panelist`, 'panelist') : []),
      ...(about?.pieces ?? []).flatMap((tag, number) => stray(tag, `${field}.about.pieces.${number}`)),
      ...(about?.panelists ?? []).flatMap((panelist, number) =>
        unknownId(panel, panelist, `${field}.about.panelists.${number}`, 'panelist'),
      ),
    ];
  });
  const kitchen = logProblems('kitchen', records.kitchen, (body, field) => [
    ...('piece' in body ? stray(body.piece, `${field}.piece`) : []),
    ...(body.kind === 'redone' && pieces.some(({ tag }) => tag === body.as)
      ? [{ field: `${field}.as`, message: `Another piece has the tag ${body.as}.` }]
      : []),
    ...('pieces' in body ? body.pieces.flatMap((tag, number) => stray(tag, `${field}.pieces.${number}`)) : []),
  ]);
  const known = new KnownService({
    // Of those who left again, what was written while they were there.
    servings: [...(plan?.servings ?? []), ...gone.flatMap(({ servings }) => servings)],
    tags: [...tags],
  });
  const service = logProblems('service', records.service, (body, field) => known.problemsOf(body, `${field}.`));
  const pictured = new Set(records.kitchen.flatMap(({ id, body }) => (body.kind === 'photo' ? id : [])));
  const strays = photos.flatMap(({ id }, at) =>
    pictured.has(id) ? [] : [{ field: `photos.${at}.id`, message: 'No photo of the kitchen log has this id.' }],
  );
  return [
    ...caveats,
    ...kitchen,
    ...service,
    ...readingProblems(readings),
    ...strays,
    ...repeated(
      photos.map(({ id }) => id),
      'photos',
      'id',
    ),
  ];
}

/** Who walked in is on the panel with the servings that were drawn for them, and the key says what was drawn. */
function amendmentProblems({ tasting, plan, key, records }: TastingBundle): Problem[] {
  const panel = new Map(tasting.panel.map((panelist) => [panelist.id, panelist]));
  const standing = new Set(walkInsOf(records.amendments).map(({ panelist }) => panelist.id));
  return logProblems('amendments', records.amendments, (body, field) => {
    if (body.kind !== 'walk-in') return [];
    const { panelist, servings } = body;
    const isIn = (plan?.servings ?? []).filter((serving) => serving.panelist === panelist.id);
    if (!standing.has(panelist.id)) return [];
    if (panel.get(panelist.id)?.seat !== panelist.seat)
      return [{ field: `${field}.panelist`, message: 'Who walked in is not on the panel at that seat.' }];
    if (canonicalize(isIn) !== canonicalize(servings))
      return [{ field: `${field}.servings`, message: 'The plan has other servings for who walked in.' }];
    return !key || isDrawnFor(body, key)
      ? []
      : [{ field: `${field}.digest`, message: 'What was drawn for who walked in was changed since.' }];
  });
}

/** Each minute of a channel stands once; two would say twice what was measured once. */
function readingProblems(readings: TastingBundle['readings']): Problem[] {
  const names = readings.map(({ device, channel, minute }) => `${device}, channel ${channel}, ${minute}`);
  const seen = new Set<string>();
  return names.flatMap((name, at) => {
    const isTwice = seen.has(name);
    seen.add(name);
    return isTwice ? [{ field: `readings.${at}.minute`, message: `"${name}" stands here twice.` }] : [];
  });
}

/** Ids that stand once, and entries that are about earlier ones; and what else is wrong with each. */
function logProblems<Body extends { kind: string }>(
  log: string,
  entries: readonly Entry<Body>[],
  problemsOf: (body: Body, field: string) => Problem[],
): Problem[] {
  const earlier = new Set<string>();
  const problems = repeated(
    entries.map((entry) => entry.id),
    `records.${log}`,
    'id',
  );
  entries.forEach(({ id, body }, at) => {
    const field = `records.${log}.${at}.body`;
    if ('of' in body && !earlier.has(body.of as string))
      problems.push({ field: `${field}.of`, message: `No earlier entry has the id "${body.of as string}".` });
    problems.push(...problemsOf(body, field));
    earlier.add(id);
  });
  return problems;
}

function sealProblems({ seal, key }: TastingBundle): Problem[] {
  if (!seal.unsealedAt) return [];
  if (!seal.closedAt) return [{ field: 'seal.closedAt', message: 'A tasting is closed before it is unsealed.' }];
  return key ? [] : [{ field: 'key', message: 'The tasting is unsealed, so the bundle should carry its key.' }];
}

const within = (field: string, problems: Problem[]): Problem[] =>
  problems.map((problem) => ({ ...problem, field: `${field}.${problem.field}` }));

function repeated(values: readonly string[], list: string, field: string): Problem[] {
  return values.flatMap((value, at) =>
    values.indexOf(value) < at ? [{ field: `${list}.${at}.${field}`, message: `"${value}" stands here twice.` }] : [],
  );
}
