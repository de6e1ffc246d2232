import {
  driverLines,
  forWhomLines,
  gateLines,
  guessLines,
  justRightLines,
  mapLines,
  panelistLines,
  partLines,
  plannedView,
  rankingView,
  scalesLines,
  sectionOf,
  serviceLines,
  weightedLines,
  wordsLines,
  type Collected,
  type Findings,
  type PlannedView,
  type RankingView,
} from '../src/findings';
import { panelLines, type Profiled, type Telling } from '../src/planned';
import { methodTestText, similarityText } from '../src/verdict';
import { decimal, pText, probabilityText } from './report';

export function findingsText(found: Findings): string {
  const [ranking, planned] = [rankingView(found), plannedView(found)];
  const names = new Map(found.methods.map(({ id, name }) => [id, name]));
  const nameOf = (id: string): string => names.get(id) ?? id;
  return [
    `${found.title}: ${found.question}`,
    '',
    found.verdict.sentence,
    found.verdict.support,
    '',
    ...(ranking ? rankingLines(ranking) : planned ? plannedLines(planned) : []),
    '',
    ...(sectionOf(found, 'sensitivity') ?? []).map(
      (again) => `Without ${again.without}: ${again.same ? 'same verdict' : again.sentence}`,
    ),
    ...partsText(found),
    ...weightedText(found, nameOf),
    ...practicalText(found, nameOf),
    ...scalesText(found, nameOf),
    ...mapText(found),
    ...(sectionOf(found, 'words') ?? []).flatMap((one) =>
      explored(one.ask, wordsLines(one, nameOf, [...names.keys()])),
    ),
    ...(sectionOf(found, 'just-right') ?? []).flatMap((one) => explored(one.ask, justRightLines(one, nameOf))),
    ...(sectionOf(found, 'collected') ?? []).flatMap((one) => collectedLines(one, names)),
    ...kitchenLines(found, names),
    ...panelText(found),
    ...serviceText(found),
    ...guessText(found, names),
    ...(sectionOf(found, 'limits') ?? []).map((limit) => `- ${limit.text}`),
    `Fingerprint ${found.fingerprint.matches ? 'matches' : 'DOES NOT MATCH'}: ${found.fingerprint.stated}`,
    `Next: ${sectionOf(found, 'next')?.text ?? ''}`,
  ].join('\n');
}

const partsText = (found: Findings): string[] => {
  const isPlanned = found.sections.some(({ id, status }) => id === 'parts' && status === 'planned');
  return (sectionOf(found, 'parts') ?? []).flatMap((one) => [
    `By ${one.by}, ${isPlanned ? 'planned' : 'explored'}:`,
    ...partLines(one).map((line) => `  ${line}`),
  ]);
};

const panelText = (found: Findings): string[] => {
  const [panel, panelists] = [sectionOf(found, 'panel'), sectionOf(found, 'panelists')];
  return [
    ...(panel ? explored('panelists and serving order', panelLines(panel)) : []),
    ...(panelists ? explored('how the panel worked', panelistLines(panelists)) : []),
  ];
};

const weightedText = (found: Findings, nameOf: (id: string) => string): string[] => {
  const weighted = sectionOf(found, 'weighted');
  return weighted ? ['Weighted total:', ...weightedLines(weighted, nameOf).map((line) => `  ${line}`)] : [];
};

const practicalText = (found: Findings, nameOf: (id: string) => string): string[] => {
  const practical = sectionOf(found, 'practical');
  return practical ? explored('effort against liking', [practical.sentence, ...forWhomLines(practical, nameOf)]) : [];
};

const scalesText = (found: Findings, nameOf: (id: string) => string): string[] => {
  const scales = sectionOf(found, 'scales');
  return scales ? explored('scales besides', scalesLines(scales, nameOf)) : [];
};

const mapText = (found: Findings): string[] => {
  const [map, drivers] = [sectionOf(found, 'map'), sectionOf(found, 'drivers')];
  return [
    ...(map
      ? explored(
          'scales at once',
          mapLines(map, (place) => found.methods[place].name),
        )
      : []),
    ...(drivers ? explored('what goes with liking', driverLines(drivers)) : []),
  ];
};

const explored = (ask: string, lines: readonly string[]): string[] => [
  `Explored: ${ask}`,
  ...lines.map((line) => `  ${line}`),
];

const serviceText = (found: Findings): string[] => {
  const service = sectionOf(found, 'service');
  return service ? ['Served otherwise than planned:', ...serviceLines(service).map((line) => `  ${line}`)] : [];
};

const guessText = (found: Findings, names: ReadonlyMap<string, string>): string[] => {
  const guesses = sectionOf(found, 'guesses');
  return guesses
    ? ['Was it blind?', ...guessLines(guesses, (id) => names.get(id) ?? id).map((line) => `  ${line}`)]
    : [];
};

/** What the kitchen measured, by method. */
function kitchenLines(found: Findings, names: ReadonlyMap<string, string>): string[] {
  const kitchen = sectionOf(found, 'kitchen');
  if (!kitchen) return [];
  const line = (parts: readonly (string | null)[]): string => parts.filter((part) => part !== null).join(', ');
  return [
    'Measured in the kitchen (means over pieces):',
    ...kitchen.methods.map(({ method, cookLoss, ended, highest, heated, held, toSeat }) => {
      const said = line([
        cookLoss && `${decimal(100 * cookLoss.mean, 1)} % lost`,
        ended && `core ${decimal(ended.mean, 1)} °C at the end`,
        highest && `highest ${decimal(highest.mean, 1)} °C`,
        heated && `${decimal(heated.mean, 0)} min in the heat`,
        held && `${decimal(held.mean, 0)} min to the plate`,
        toSeat && `${decimal(toSeat.mean, 0)} min to the seat`,
      ]);
      return `  ${names.get(method)}: ${said || 'nothing'}`;
    }),
    ...gateLines(kitchen),
  ];
}

/** What was answered, as it is. */
function collectedLines({ ask, methods, comments }: Collected, names: ReadonlyMap<string, string>): string[] {
  return [
    `Also asked: ${ask}`,
    ...methods
      .filter(({ answers }) => answers > 0)
      .map(({ method, answers, counts, mean }) => {
        const said =
          mean === null
            ? counts.map(({ answer, times }) => `${answer} ${times}`).join(', ')
            : `mean ${decimal(mean, 1)}`;
        return `  ${names.get(method)}: ${said} (of ${answers})`;
      }),
    ...comments.map(
      ({ seat, text, liked }) => `  seat ${seat}${liked ? `, liked ${names.get(liked)} best` : ''}: ${text}`,
    ),
  ];
}

function rankingLines(found: RankingView): string[] {
  const methods = found.methods.map(
    (method) =>
      `  ${method.name} (${method.code}): rank sum ${method.rankSum ?? 'none'}${method.letters ? `, ${method.letters}` : ''}${method.liking ? `, mean liking ${method.liking.mean.toFixed(2)}` : ''}`,
  );
  const overall =
    found.overall.test === null
      ? found.overall.reason
      : `Friedman ${found.overall.statistic.toFixed(3)} on ${found.overall.df} df, ${probabilityText(found.overall.probability)}, W = ${found.overall.kendallW.toFixed(3)}`;
  const name = (id: string): string => found.methods.find((method) => method.id === id)?.name ?? id;
  const isOfMethods = found.methodTest?.test === 'piece-blocks';
  return [
    ...methods,
    ...methodLines(found.methodTest),
    found.methodTest ? `Of these pieces: ${overall}` : overall,
    ...found.pairs.map((pair) => {
      const alone = isOfMethods ? `p = ${pText(pair.probability.p)} (Student’s t)` : probabilityText(pair.probability);
      return `  ${name(pair.a)} - ${name(pair.b)}: ${pair.difference}, ${alone}, ${isOfMethods ? 'Tukey' : 'adjusted'} ${pair.adjustedP.toFixed(4)}`;
    }),
    ...strengthLines(found, name),
    ...likingLines(found, name),
  ];
}

/** The test of the methods, where the plan has one. */
function methodLines(test: Parameters<typeof methodTestText>[0]): string[] {
  const said = methodTestText(test);
  return said ? [said] : [];
}

/** The planned test in figures; everything else is in the JSON. */
function plannedLines({ planned, methods }: PlannedView): string[] {
  return [
    ...(planned.of === 'profile' ? wordLines(planned) : methodLines(planned.methodTest)),
    ...bitesLines({ planned, methods }),
  ];
}

const wordLines = ({ methodTests }: Profiled): string[] =>
  (methodTests ?? []).map(
    ({ attribute, test, adjustedP }) => `${attribute}, adjusted ${decimal(adjustedP)}. ${methodTestText(test)}`,
  );

function tellingLines({ result, similarity }: Telling): string[] {
  if (result.test === null) return [result.reason];
  const dPrime =
    'dPrime' in result ? `, d' ${result.dPrime === null ? 'beyond any number' : decimal(result.dPrime, 3)}` : '';
  return [
    ...(similarity ? [similarityText(similarity)] : []),
    `${result.test}${similarity ? ', for a difference' : ''}, ${pText(result.p)}${dPrime}`,
  ];
}

/** The same of the pieces that were eaten. */
function bitesLines({ planned, methods }: Pick<PlannedView, 'planned' | 'methods'>): string[] {
  switch (planned.of) {
    case 'telling':
      return tellingLines(planned);
    case 'ranking': {
      const { overall, means } = planned;
      const test =
        overall.test === null
          ? overall.reason
          : `Skillings-Mack ${decimal(overall.statistic, 3)} on ${overall.df} df, ${probabilityText(overall.probability)}`;
      return [
        ...methods.map(
          (method, at) => `  ${method.name}: mean rank ${decimal(means[at].meanRank ?? NaN, 2)} of ${means[at].times}`,
        ),
        test,
      ];
    }
    case 'profile':
      return planned.rows.map(
        ({ attribute, adjustedP }) =>
          `  ${attribute}: ${adjustedP === null ? 'no test' : `adjusted ${pText(adjustedP)}`}`,
      );
    case 'liking':
      return (planned.liking?.means ?? []).map(
        ({ method, mean }) =>
          `  ${methods.find(({ id }) => id === method)?.name}: mean ${decimal(mean ?? NaN, 2)}, ${planned.letters[methods.findIndex(({ id }) => id === method)] ?? ''}`,
      );
    case 'best-worst':
      return planned.result.test === null
        ? [planned.result.reason]
        : planned.result.counts.map(
            ({ best, worst, shown }, at) => `  ${methods[at].name}: best ${best}, worst ${worst}, of ${shown}`,
          );
  }
}

function strengthLines({ strength, methods }: RankingView, name: (id: string) => string): string[] {
  if (strength.test === null) return [strength.reason];
  const chances = methods.map((method, at) => `${name(method.id)} ${decimal(strength.chanceOfBest[at], 3)}`);
  const of = strength.about === 'pieces' ? 'Of these pieces, chance' : 'Chance';
  return [`${of} of being best, how much methods spread being open: ${chances.join(', ')}`];
}

function likingLines({ liking }: RankingView, name: (id: string) => string): string[] {
  if (!liking) return [];
  const test =
    liking.test.test === null
      ? liking.test.reason
      : `F = ${decimal(liking.test.F, 3)} on ${liking.test.df1} and ${decimal(liking.test.df2, 1)} df, p = ${pText(liking.test.p)}`;
  return [
    '',
    `Liking (explored, not the planned test): ${test}; ${liking.answers} scores, ${liking.panelists} panelists, ${liking.pieces} pieces`,
    ...liking.means.map(
      (mean) =>
        `  ${name(mean.method)}: ${decimal(mean.mean, 2)}${mean.interval ? ` (${decimal(mean.interval[0], 2)} to ${decimal(mean.interval[1], 2)})` : ''}, ${mean.letters}`,
    ),
    ...liking.leftOut.map(({ reason }) => `  ${reason}`),
    ...liking.concerns.map((concern) => `  ${concern}`),
  ];
}
