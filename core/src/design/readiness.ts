import { mainItem, MOST_PIECES, MOST_TOGETHER, kindsFor, type BallotItem, type Problem, type Tasting } from '../bundle';
import { MOST_CODES, MOST_CODES_AT_ONCE, MOST_OWN_CODES } from './codes';
import { codeSharing, codesOfPairs, isSharingChosen } from './sharing';
import { bitesPerSitting, isComplete } from './servingDesign';
import { TEST_FACTS, answerKindOf, isAgainstMargin, isOfTwoSamples, showsSimilarity } from '../questions';
import { quantities } from './quantities';
import { namedMethods, wordingConcerns } from './wording';

/**
 * What still stands between a draft and a locked plan. An empty list means that the plan
 * can be locked.
 *
 * @returns one problem per field, worded as what to do next
 */
export function lockProblems(tasting: Tasting): Problem[] {
  return [
    ...askProblems(tasting),
    ...methodProblems(tasting),
    ...testProblems(tasting),
    ...ballotProblems(tasting),
    ...serviceProblems(tasting),
    ...pieceProblems(tasting),
    ...panelProblems(tasting),
  ];
}

function askProblems({ title, question, ballotTitle, methods, decision }: Tasting): Problem[] {
  const problems: Problem[] = [];
  if (title.trim() === '') problems.push({ field: 'title', message: 'Give the tasting a title.' });
  if (question.trim() === '')
    problems.push({ field: 'question', message: 'Write down the question this tasting should answer.' });
  if (decision.kind === 'more-of' && decision.attribute.trim() === '')
    problems.push({ field: 'decision.attribute', message: 'Say what there may be more of, such as "crisp".' });
  const named = namedMethods(
    ballotTitle,
    methods.map((method) => method.name),
  );
  if (named.length > 0) {
    problems.push({
      field: 'ballotTitle',
      message: `Panelists read this title, and it names ${named.join(' and ')}. Leave the name out.`,
    });
  }
  return problems;
}

function methodProblems({ methods, bundled, ingredients, zones, lots }: Tasting): Problem[] {
  const problems: Problem[] = [];
  if (methods.length < 2) problems.push({ field: 'methods', message: 'List at least two methods to compare.' });
  problems.push(...nameProblems(methods, 'methods', 'method'));
  problems.push(...nameProblems(zones, 'zones', 'zone'), ...nameProblems(lots, 'lots', 'lot'));
  if (methods.filter((method) => method.reference).length > 1) {
    problems.push({ field: 'methods', message: 'Only one method can be the reference.' });
  }
  if (zones.length === 1)
    problems.push({ field: 'zones', message: 'One zone is the whole piece: name a second one, or remove it.' });
  bundled.forEach(({ text }, at) => {
    if (text.trim() === '')
      problems.push({ field: `bundled.${at}.text`, message: 'Say what comes with this method, or remove the line.' });
  });
  ingredients.forEach(({ name }, at) => {
    if (name.trim() === '')
      problems.push({ field: `ingredients.${at}.name`, message: 'Say what this ingredient is, or remove the line.' });
  });
  return problems;
}

function nameProblems(list: readonly { name: string }[], field: string, what: string): Problem[] {
  const names = list.map(({ name }) => name.trim().toLowerCase());
  return names.flatMap((name, at) => {
    if (name === '') return [{ field: `${field}.${at}.name`, message: `Name this ${what}, or remove it.` }];
    return names.indexOf(name) < at
      ? [{ field: `${field}.${at}.name`, message: `Another ${what} has this name already.` }]
      : [];
  });
}

function testProblems({ test, methods, decision }: Tasting): Problem[] {
  const problems: Problem[] = [];
  if (isOfTwoSamples(test) && methods.length > 2)
    problems.push({
      field: 'test',
      message: `A ${TEST_FACTS[test].name.toLowerCase()} compares two methods. Keep two, or take another test in Ask.`,
    });
  if (isAgainstMargin(test) && !methods.some((method) => method.reference))
    problems.push({
      field: 'methods',
      message: `Mark the reference that the others should be as ${test === 'equivalence' ? 'much liked as' : 'good as'}.`,
    });
  if (isAgainstMargin(test) && !(decision.margin > 0))
    problems.push({ field: 'decision.margin', message: 'State the largest loss that would not matter.' });
  if (decision.kind === 'similar' && !showsSimilarity(test))
    problems.push({
      field: 'test',
      message: `A ${TEST_FACTS[test].name.toLowerCase()} cannot show that samples are similar: finding no difference shows nothing. Take one of the tests in Ask that can.`,
    });
  if (test === 'equivalence' && decision.kind !== 'similar')
    problems.push({
      field: 'test',
      message: 'This test shows that samples are liked alike. Decide on that in Ask, or take another test.',
    });
  return problems;
}

/** What counts in a total: scales, and two of them at least. */
function totalProblems({ ballot }: Tasting): Problem[] {
  const counting = ballot.items.flatMap((item, at) => (item.weight ? [{ item, at }] : []));
  const strange = counting.filter(({ item }) => answerKindOf(item) !== 'score' || item.kind === 'just-right');
  if (strange.length > 0)
    return strange.map(({ at }) => ({
      field: `ballot.items.${at}`,
      message: 'Only a scale that has more and less can count in a total. Take its weight away.',
    }));
  return counting.length === 1
    ? [
        {
          field: `ballot.items.${counting[0].at}`,
          message: 'One scale by itself makes no total. Say what else counts, or take its weight away.',
        },
      ]
    : [];
}

function ballotProblems(tasting: Tasting): Problem[] {
  const { ballot, test, methods, decision } = tasting;
  const problems: Problem[] = totalProblems(tasting);
  if (!mainItem(tasting))
    problems.push({
      field: 'ballot',
      message: `The planned test needs ${kindsFor(test).join(' or ')} on the ballot; add that question, or take another test.`,
    });
  ballot.items.forEach((item, at) => {
    const message = itemProblem(item, tasting);
    if (message) problems.push({ field: `ballot.items.${at}`, message });
  });
  if (ballot.items.filter(({ kind }) => kind === 'guess').length > 1)
    problems.push({ field: 'ballot', message: 'Ask once which method the last sample was, and remove the other.' });
  const concerns = wordingConcerns(
    ballot.items,
    methods.map((method) => method.name),
  );
  problems.push(
    ...concerns
      .filter((concern) => concern.breaksBlinding)
      .map(({ item, message }) => ({ field: `ballot.items.${item}`, message })),
  );
  if (test === 'ranking' && decision.kind === 'more-of' && !mainItem(tasting)?.attribute)
    problems.push({ field: 'ballot', message: 'The ranking on the ballot should ask for the word you want more of.' });
  return problems;
}

function itemProblem(item: BallotItem, { test }: Tasting): string | null {
  if (item.ask.trim() === '') return 'Write this question, or remove it.';
  if (item.kind === 'category' && item.options.length < 2) return 'A category scale needs at least two steps.';
  if (item.kind === 'check-all' && item.options.length < 2) return 'A check-all list needs at least two words.';
  const texts = item.options.map((option) => option.text.trim().toLowerCase());
  if (texts.some((text) => text === '')) return 'A step of this scale has no words.';
  if (new Set(texts).size < texts.length) return 'Two steps of this scale have the same words.';
  // A question about sets can only be asked of sets of its own making.
  if (isOfTwoSamples(item.kind) && item.kind !== test)
    return `This question needs samples served for it; make ${TEST_FACTS[item.kind as Tasting['test']].name} the planned test in Ask.`;
  return null;
}

function serviceProblems(tasting: Tasting): Problem[] {
  const { methods, test } = tasting;
  const problems: Problem[] = [];
  const { together, sittings } = tasting.service;
  if (!isOfTwoSamples(test) && methods.length > together && together * sittings > methods.length)
    problems.push({
      field: 'service',
      message: `${sittings} sittings of ${together} samples are more than the ${methods.length} methods: some would be tasted twice. Lower one of the two.`,
    });
  if (isComplete(tasting) && !isOfTwoSamples(test) && methods.length > MOST_TOGETHER)
    problems.push({ field: 'service', message: `Put at most ${MOST_TOGETHER} samples side by side.` });
  return [...problems, ...codeProblems(tasting)];
}

function codeProblems(tasting: Tasting): Problem[] {
  const { service, methods, panel, zones } = tasting;
  const { sittings, replicates } = service;
  const codes = codeSharing(tasting);
  const problems: Problem[] = [];
  const perSitting = bitesPerSitting(tasting);
  // The panel begins with every method in turn, each under a code of its own.
  const warmUps = Number(service.warmUp) * (methods.length - 1);
  const inSitting = isOfTwoSamples(tasting.test)
    ? codesOfPairs(tasting) + 2 * Number(service.warmUp)
    : isComplete(tasting)
      ? perSitting + warmUps
      : methods.length * replicates * Math.max(1, zones.length) + Number(service.warmUp) * methods.length;
  if (codes === 'shared' && inSitting > MOST_CODES_AT_ONCE && methods.length > 1)
    problems.push({
      field: 'service.codes',
      message: `${inSitting} codes at one sitting cannot be told apart; ${MOST_CODES_AT_ONCE} can. ${fewerCodes(tasting)}`,
    });
  if (codes === 'own' && perSitting > MOST_OWN_CODES)
    problems.push({
      field: 'service.codes',
      message: `${perSitting} codes on one tray cannot be told apart; ${MOST_OWN_CODES} can. ${fewerCodes(tasting)}`,
    });
  const own = panel.length * sittings * perSitting;
  if (codes === 'own' && own > MOST_CODES)
    problems.push({
      field: 'service.codes',
      message: `Own codes for everyone come to ${own}, and there are ${MOST_CODES}. ${isSharingChosen(tasting) ? 'Let the panel share codes.' : `This test needs them, so that trays give nothing away: ask at most ${Math.floor(MOST_CODES / (sittings * perSitting))} people, or take a triangle.`}`,
    });
  return problems;
}

/** What to give up for fewer codes. */
function fewerCodes({ service, zones, methods }: Tasting): string {
  if (service.replicates > 1) return 'Have each judged once.';
  if (service.warmUp && methods.length > 2) return 'Leave out the warm-up.';
  return zones.length > 1 ? 'Judge fewer zones.' : 'Compare fewer methods.';
}

/** Letters of a reason that says something. */
const LEAST_REASON = 8;

function pieceProblems(tasting: Tasting): Problem[] {
  const { piecesPerMethod, takenAlike, methods, lots, panel } = tasting;
  const fits = Number.isInteger(piecesPerMethod) && piecesPerMethod >= 1 && piecesPerMethod <= MOST_PIECES;
  if (!fits) return [{ field: 'piecesPerMethod', message: `Cook between 1 and ${MOST_PIECES} pieces per method.` }];
  const problems: Problem[] = [];
  if (takenAlike !== '' && takenAlike.trim().length < LEAST_REASON)
    problems.push({
      field: 'takenAlike',
      message: 'Say in a few words why pieces cooked alike should taste alike, or let them differ.',
    });
  if (lots.length > 0 && piecesPerMethod % lots.length !== 0)
    problems.push({
      field: 'lots',
      message: `${piecesPerMethod} ${piecesPerMethod === 1 ? 'piece' : 'pieces'} a method cannot be shared evenly by ${lots.length} lots. Cook a multiple of ${lots.length}.`,
    });
  if (panel.length === 0 || methods.length < 2) return problems;
  const short = quantities(tasting).methods.flatMap(({ servings, perPiece, piecesNeeded }, at) => {
    const left = perPiece * piecesPerMethod - servings;
    if (left >= 0) return [];
    const name = methods[at].name.trim() || `Method ${at + 1}`;
    const advice =
      perPiece === 0
        ? 'a piece is smaller than a portion: lower the portion, or cook larger pieces'
        : `cook ${piecesNeeded} pieces, larger ones, or serve smaller portions`;
    return [{ name, message: `${name} has no portions left for ${-left} of its ${servings} servings: ${advice}.` }];
  });
  if (short.length > 0) problems.push({ field: 'quantities', message: shortest(short) });
  return problems;
}

const shortest = (short: readonly { name: string; message: string }[]): string =>
  short.length === 1 ? short[0].message : `${short[0].message} The same holds for ${short.length - 1} more.`;

function panelProblems({ panel }: Tasting): Problem[] {
  if (panel.length < 1) return [{ field: 'panel', message: 'Say how many people taste, or list their names.' }];
  const names = panel.map((panelist) => panelist.name.trim().toLowerCase());
  return names.flatMap((name, at) => {
    if (name === '') return [{ field: `panel.${at}.name`, message: 'Name this panelist.' }];
    return names.indexOf(name) < at
      ? [
          {
            field: `panel.${at}.name`,
            message: `Two panelists are called ${panel[at].name}. Add an initial, so that servers can tell them apart.`,
          },
        ]
      : [];
  });
}
