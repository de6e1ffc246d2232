import type { z } from 'zod';
import { currentAnswers, likingProblems, rankingProblems, type Problem } from './ballotRules';
import { BUNDLE_FORMAT, BUNDLE_VERSION, bundleSchema, type TastingBundle } from './schema';

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
  const parsed = bundleSchema.safeParse(data);
  if (!parsed.success) return { bundle: null, problems: parsed.error.issues.map(problemOfIssue) };
  const problems = crossCheck(parsed.data);
  return problems.length > 0 ? { bundle: null, problems } : { bundle: parsed.data, problems: [] };
}

function knownFormat(data: unknown): Problem | null {
  if (typeof data !== 'object' || data === null || (data as { format?: unknown }).format !== BUNDLE_FORMAT) {
    return { field: 'format', message: `This is not a tasting bundle: "format" should be "${BUNDLE_FORMAT}".` };
  }
  const { version } = data as { version?: unknown };
  if (version === BUNDLE_VERSION) return null;
  const message = `This bundle has version ${JSON.stringify(version)}; this Jacana reads version ${BUNDLE_VERSION}.`;
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
    ...caveatProblems(bundle),
  ];
}

function tastingProblems({ tasting, pieces }: TastingBundle): Problem[] {
  const methods = new Set(tasting.methods.map((method) => method.id));
  const twoReferences = tasting.methods.filter((method) => method.reference).length > 1;
  return [
    ...repeated(
      tasting.methods.map((method) => method.id),
      'tasting.methods',
      'id',
    ),
    ...repeated(
      tasting.panel.map((panelist) => panelist.id),
      'tasting.panel',
      'id',
    ),
    ...repeated(
      tasting.panel.map((panelist) => String(panelist.seat)),
      'tasting.panel',
      'seat',
    ),
    ...repeated(
      pieces.map((piece) => piece.tag),
      'pieces',
      'tag',
    ),
    ...(twoReferences ? [{ field: 'tasting.methods', message: 'Only one method can be the reference.' }] : []),
    ...pieces.flatMap((piece, at) =>
      methods.has(piece.method)
        ? []
        : [{ field: `pieces.${at}.method`, message: `No method has the id "${piece.method}".` }],
    ),
  ];
}

function planProblems({ tasting, plan, pieces, key, ballots, seal }: TastingBundle): Problem[] {
  if (plan === null) {
    const early =
      ballots.length > 0
        ? 'ballots'
        : key
          ? 'key'
          : pieces.length > 0
            ? 'pieces'
            : seal.closedAt
              ? 'seal.closedAt'
              : null;
    return early ? [{ field: early, message: 'This needs a locked plan, and the bundle has none.' }] : [];
  }
  const panel = new Set(tasting.panel.map((panelist) => panelist.id));
  const all = [...new Set(plan.servings.flatMap((serving) => serving.codes))].sort().join(' ');
  const problems = repeated(
    plan.servings.map((serving) => serving.panelist),
    'plan.servings',
    'panelist',
  );
  plan.servings.forEach((serving, at) => {
    const field = `plan.servings.${at}`;
    if (!panel.has(serving.panelist))
      problems.push({ field: `${field}.panelist`, message: `No panelist has the id "${serving.panelist}".` });
    if ([...serving.codes].sort().join(' ') !== all) {
      problems.push({ field: `${field}.codes`, message: 'Every panelist should be served every code once.' });
    }
  });
  return problems;
}

function keyProblems({ tasting, plan, pieces, key }: TastingBundle): Problem[] {
  if (!key || !plan) return [];
  const problems: Problem[] = [];
  const served = new Set(plan.servings.flatMap((serving) => serving.codes));
  const methodOfTag = new Map(pieces.map((piece) => [piece.tag, piece.method]));
  const methods = tasting.methods.map((method) => method.id);
  for (const code of served) {
    if (!Object.hasOwn(key.codes, code))
      problems.push({ field: `key.codes.${code}`, message: `The key has no method for code ${code}.` });
  }
  if ([...Object.values(key.codes)].sort().join(' ') !== [...methods].sort().join(' ')) {
    problems.push({ field: 'key.codes', message: 'The key should name each method once.' });
  }
  const servings = new Map(plan.servings.map((serving) => [serving.panelist, serving.codes]));
  key.portions.forEach(({ panelist, tags }, at) => {
    const codes = servings.get(panelist);
    const fits =
      codes?.length === tags.length &&
      tags.every((tag, position) => methodOfTag.get(tag) === key.codes[codes[position]]);
    if (!fits)
      problems.push({ field: `key.portions.${at}`, message: 'The portions do not match the codes and pieces.' });
  });
  return problems;
}

function ballotProblems({ tasting, plan, ballots }: TastingBundle): Problem[] {
  const servings = new Map(plan?.servings.map((serving) => [serving.panelist, serving.codes]));
  const problems = repeated(
    ballots.map((ballot) => ballot.panelist),
    'ballots',
    'panelist',
  );
  ballots.forEach((ballot, at) => {
    const field = `ballots.${at}`;
    const served = servings.get(ballot.panelist);
    if (!served)
      return void problems.push({
        field: `${field}.panelist`,
        message: `No servings for panelist "${ballot.panelist}".`,
      });
    ballot.answers.forEach((answer, number) => {
      const stray = 'code' in answer && !served.includes(answer.code);
      if (stray)
        problems.push({
          field: `${field}.answers.${number}.code`,
          message: `${answer.code} is not one of the samples on this ballot.`,
        });
      if (answer.kind === 'liking' && !tasting.ballot.liking) {
        problems.push({ field: `${field}.answers.${number}`, message: 'This tasting does not ask for liking scores.' });
      }
      if (answer.kind === 'ranking')
        problems.push(...within(`${field}.answers.${number}`, rankingProblems(answer.ranking, served, tasting.ballot)));
    });
    if (ballot.handedInAt) problems.push(...incomplete(field, ballot.answers, served, tasting.ballot));
  });
  return problems;
}

function incomplete(
  field: string,
  answers: TastingBundle['ballots'][number]['answers'],
  served: string[],
  ballot: TastingBundle['tasting']['ballot'],
): Problem[] {
  const current = currentAnswers(answers);
  const liking = current.filter((answer) => answer.kind === 'liking');
  const unranked = !current.some((answer) => answer.kind === 'ranking');
  const problems = unranked
    ? [{ field: `${field}.answers`, message: 'A ballot that was handed in has no ranking.' }]
    : [];
  return [...problems, ...within(field, likingProblems(liking, served, ballot))];
}

/** A caveat may only touch pieces and panelists that there are. */
function caveatProblems({ tasting, pieces, caveats }: TastingBundle): Problem[] {
  const tags = new Set(pieces.map((piece) => piece.tag));
  const panel = new Set(tasting.panel.map((panelist) => panelist.id));
  return caveats.flatMap(({ about }, at) => [
    ...(about?.pieces ?? []).flatMap((tag, number) =>
      tags.has(tag) ? [] : [{ field: `caveats.${at}.about.pieces.${number}`, message: `No piece has the tag ${tag}.` }],
    ),
    ...(about?.panelists ?? []).flatMap((id, number) =>
      panel.has(id)
        ? []
        : [{ field: `caveats.${at}.about.panelists.${number}`, message: `No panelist has the id "${id}".` }],
    ),
  ]);
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
