import { MOST_METHODS, MOST_PIECES, type Problem, type Tasting } from '../bundle';
import { namedMethods } from './wording';

/**
 * What still stands between a draft and a locked plan. An empty list means that the plan
 * can be locked.
 *
 * @returns one problem per field, worded as what to do next
 */
export function lockProblems(tasting: Tasting): Problem[] {
  return [...askProblems(tasting), ...methodProblems(tasting), ...pieceProblems(tasting), ...panelProblems(tasting)];
}

function askProblems({ title, question, ballotTitle, methods }: Tasting): Problem[] {
  const problems: Problem[] = [];
  if (title.trim() === '') problems.push({ field: 'title', message: 'Give the tasting a title.' });
  if (question.trim() === '')
    problems.push({ field: 'question', message: 'Write down the question this tasting should answer.' });
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

function methodProblems({ methods }: Tasting): Problem[] {
  const problems: Problem[] = [];
  if (methods.length < 2) problems.push({ field: 'methods', message: 'List at least two methods to compare.' });
  if (methods.length > MOST_METHODS)
    problems.push({
      field: 'methods',
      message: `One mouth manages at most ${MOST_METHODS} samples. Leave some methods out.`,
    });
  const names = methods.map((method) => method.name.trim().toLowerCase());
  names.forEach((name, at) => {
    if (name === '') problems.push({ field: `methods.${at}.name`, message: 'Name this method, or remove it.' });
    else if (names.indexOf(name) < at)
      problems.push({ field: `methods.${at}.name`, message: 'Another method has this name already.' });
  });
  if (methods.filter((method) => method.reference).length > 1) {
    problems.push({ field: 'methods', message: 'Only one method can be the reference.' });
  }
  return problems;
}

function pieceProblems({ piecesPerMethod }: Tasting): Problem[] {
  const fits = Number.isInteger(piecesPerMethod) && piecesPerMethod >= 1 && piecesPerMethod <= MOST_PIECES;
  return fits ? [] : [{ field: 'piecesPerMethod', message: `Cook between 1 and ${MOST_PIECES} pieces per method.` }];
}

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
