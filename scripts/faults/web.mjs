/** Faults in the web app, each with the tests that should notice it. */
const fault = (name, file, from, to, ...tests) => ({ name, file: `web/src/${file}`, from, to, tests });

export const web = {
  part: 'web',
  faults: [
    fault(
      'findings stay old after a kitchen entry',
      'client/stale.ts',
      "'kitchen-log': ['kitchenLog', 'findings']",
      "'kitchen-log': ['kitchenLog']",
      'test/staleAfter',
    ),
    fault(
      'findings stay old after a repair',
      'client/stale.ts',
      "'service-log': ['serviceLog', 'board', 'plan', 'seal', 'findings']",
      "'service-log': ['serviceLog', 'board', 'plan', 'seal']",
      'test/staleAfter',
    ),
    fault(
      'a change that is not known makes nothing stale',
      'client/stale.ts',
      'STALE[kind] ?? Object.values(STALE).flat()',
      'STALE[kind] ?? []',
      'test/staleAfter',
    ),
    fault(
      "a colleague's order is lost",
      'drafting/merge.ts',
      'isMoved ? [mine, theirs] : [theirs, mine]',
      '[mine, theirs]',
      'test/merge',
    ),
    fault('what a colleague took out comes back', 'drafting/merge.ts', 'if (isGone) return [];', '', 'test/merge'),
    fault(
      'what one took out and the other changed is asked of nobody',
      'drafting/merge.ts',
      'conflicts.push({ path: place, mine: own ?? null, theirs: other ?? null });',
      '',
      'test/merge',
    ),
    fault(
      'every letter is a step of its own',
      'drafting/history.ts',
      'const ONE_STEP_MS = 800;',
      'const ONE_STEP_MS = -1;',
      'test/history',
    ),
    fault(
      'what was taken back stays to be done again',
      'drafting/history.ts',
      '    this.future.length = 0;\n    this.now = next;',
      '    this.now = next;',
      'test/history',
    ),
    fault(
      'an answer that another device gave takes the place of one that is not sent yet',
      'ballot/state.ts',
      'if (!isOwn) state.given[place] = answer;',
      'state.given[place] = answer;',
      'test/ballotState',
    ),
    fault(
      'the same answer is sent again and again',
      'ballot/state.ts',
      'if (before && sameValue(before, answer)) return;',
      '',
      'test/ballotState',
    ),
    fault(
      'a hand-in gets a new id each time',
      'ballot/state.ts',
      'state.handIn ??= id;',
      'state.handIn = id;',
      'test/ballotState',
    ),
  ],
};
