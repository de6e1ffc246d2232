import { leftOutSentences } from '../../src/answers';
import type { Ballot, ServiceEntry, TastingBundle } from '../../src/bundle';
import { findings, sectionOf, type Findings } from '../../src/findings';
import { reportSheet } from '../../src/sheets';
import { servedRows, tidyRows } from '../../src/tidy';
import { findingsText } from '../../cli/findingsText';
import { AT } from '../support/bundles';
import { generatedTastings } from '../support/generated';

/**
 * Every count that a reader meets, made a second time from the raw entries of the bundle, as plainly as it can be said
 * and with nothing of what the findings are made with: over every planned test, on days when all goes well and on days
 * when people stay away, stop, leave plates and are served none.
 */

type Body = ServiceEntry['body'];

/** A day on which things go wrong: one stops, one did not come, one misses a plate and gets another's. */
function spoilt(bundle: TastingBundle): TastingBundle {
  const [first, second] = bundle.plan!.servings.filter(({ sitting }) => sitting === 1);
  const open = bundle.ballots.find(({ sitting, handedInAt }) => sitting === 1 && handedInAt === null);
  const gone = bundle.plan!.servings.find(({ panelist }) => bundle.ballots.every((one) => one.panelist !== panelist));
  const bodies: Body[] = [
    { kind: 'missed', sitting: 1, panelist: first.panelist, code: first.sets[0].codes[0], because: 'fell' },
    { kind: 'extra', sitting: 1, panelist: second.panelist, code: second.sets[0].codes[0], because: 'asked for it' },
    ...(open ? [{ kind: 'stopped' as const, sitting: 1, panelist: open.panelist, because: 'unwell' }] : []),
    ...(gone ? [{ kind: 'absent' as const, sitting: 1, panelist: gone.panelist, because: '' }] : []),
  ];
  const service = bodies.map((body, at) => ({ id: `s${at}`, at: AT, storedAt: AT, by: 'Tove', body }));
  return { ...bundle, records: { ...bundle.records, service } };
}

/** One tray with everything on record about it. */
interface Tray {
  panelist: string;
  ballot: Ballot | undefined;
  codes: string[];
  hasStopped: boolean;
  isAbsent: boolean;
  missed: string[];
}

const traysOf = ({ plan, ballots, records }: TastingBundle): Tray[] =>
  plan!.servings.map(({ panelist, sitting, sets }) => {
    const own = records.service
      .map(({ body }) => body)
      .filter((body) => 'panelist' in body && body.panelist === panelist && body.sitting === sitting);
    return {
      panelist,
      ballot: ballots.find((one) => one.panelist === panelist && one.sitting === sitting),
      codes: sets.flatMap(({ codes }) => codes),
      hasStopped: own.some(({ kind }) => kind === 'stopped'),
      isAbsent: own.some(({ kind }) => kind === 'absent'),
      missed: own.flatMap((body) => (body.kind === 'missed' ? [body.code] : [])),
    };
  });

const isOpened = ({ ballot }: Tray): boolean => Boolean(ballot?.openedAt);
const isIn = ({ ballot, hasStopped }: Tray): boolean => Boolean(ballot?.handedInAt ?? (ballot?.openedAt && hasStopped));

/** Codes that were eaten: all of a ballot that is in; else up to the last of which something was said. */
function eatenOf({ ballot, codes, missed, isAbsent }: Tray): string[] {
  if (!ballot || isAbsent) return [];
  const last = codes.findLastIndex((code) => JSON.stringify(ballot.answers).includes(`"${code}"`));
  return codes.filter((code, at) => (ballot.handedInAt || at <= last) && !missed.includes(code));
}

const panelLine = (found: Findings, bundle: TastingBundle): string =>
  reportSheet(found, bundle)
    .blocks.flatMap((block) => (block.kind === 'facts' ? block.facts : []))
    .find(({ name }) => name === 'Panel')!.lines[0];

const distinct = (values: readonly string[]): number => new Set(values).size;

const days = generatedTastings().flatMap(({ name, bundle }) => [
  { name, bundle },
  { name: `${name}, spoilt`, bundle: spoilt(bundle) },
]);

describe.each(days)('the counts of $name', ({ bundle }) => {
  const found = findings(bundle);
  const trays = traysOf(bundle);
  const { leftOut } = found;
  const ofKind = (kind: string): number =>
    distinct(leftOut.filter((one) => one.kind === kind).map(({ panelist, sitting }) => `${panelist} ${sitting}`));

  it('have every ballot once: not come, not finished, left out, or counted', () => {
    expect(ofKind('not-come')).toBe(trays.filter((tray) => !isIn(tray) && !isOpened(tray)).length);
    expect(ofKind('unfinished')).toBe(trays.filter((tray) => !isIn(tray) && isOpened(tray)).length);
    const whole = leftOut
      .filter(({ kind }) => kind !== 'in-part')
      .map(({ panelist, sitting }) => `${panelist} ${sitting}`);
    const counted = trays.length - distinct(whole);
    expect(counted).toBeGreaterThanOrEqual(found.people);
    // Who counts is in, and whoever is in counts or is named as left out.
    const inside = distinct(trays.filter(isIn).map(({ panelist }) => panelist));
    const out = distinct(
      leftOut.filter(({ kind }) => kind === 'left-out' || kind === 'in-part').map(({ panelist }) => panelist),
    );
    expect(found.people).toBeLessThanOrEqual(inside);
    expect(found.people + out).toBeGreaterThanOrEqual(inside);
  });

  it('say of how many, and never of more than there are', () => {
    for (const { text } of leftOutSentences(leftOut, bundle.plan!.servings)) {
      const [, some, all] = /^(\d+) of (\d+) ballot/.exec(text)!.map(Number);
      expect(all).toBe(trays.length);
      expect(some).toBeLessThanOrEqual(all);
    }
  });

  it('are those of the report', () => {
    const handedIn = distinct(trays.flatMap(({ ballot }) => (ballot?.handedInAt ? [ballot.panelist] : [])));
    const stopped = distinct(trays.flatMap((one) => (isIn(one) && !one.ballot?.handedInAt ? [one.panelist] : [])));
    const midway = stopped > 0 ? `, ${stopped} stopped midway` : '';
    const said = `^${bundle.tasting.panel.length} people planned, ${handedIn} handed in${midway}, ${found.people} counted[;.]`;
    expect(panelLine(found, bundle)).toMatch(new RegExp(said));
    expect(found.people).toBeLessThanOrEqual(handedIn + stopped);
    expect(findingsText(found)).toContain(found.verdict.sentence);
  });

  it('are those of the plates, in findings and CSV', () => {
    const eaten = trays.reduce((sum, tray) => sum + eatenOf(tray).length, 0);
    const plates = trays.reduce((sum, { codes }) => sum + codes.length, 0);
    const rows = servedRows(bundle, bundle.key!).filter(({ set }) => set > 0);
    expect([rows.length, rows.filter((row) => row.eaten === 'yes').length]).toEqual([plates, eaten]);
    const tidy = tidyRows(bundle);
    expect(tidy.filter((row) => row.eaten === 'yes')).toHaveLength(eaten);
    const service = sectionOf(found, 'service');
    if (service) expect([service.plates, service.uneaten]).toEqual([plates, plates - eaten]);
    else expect(bundle.records.service).toEqual([]);
  });

  it('of each method are of pieces that somebody ate from', () => {
    for (const [at, { id }] of bundle.tasting.methods.entries()) {
      const eaten = new Set(
        servedRows(bundle, bundle.key!)
          .filter((row) => row.set > 0 && row.eaten === 'yes' && row.method === bundle.tasting.methods[at].name)
          .map(({ piece }) => piece),
      );
      expect([id, found.pieces[at] <= eaten.size]).toEqual([id, true]);
    }
  });

  it('of each zone and lot are of people who judged it', () => {
    for (const { by, parts } of sectionOf(found, 'parts') ?? [])
      for (const { part, panelists } of parts) {
        const column = by === 'zone' ? 'zone' : 'lot';
        const who = tidyRows(bundle).filter((row) => row[column] === part && row.eaten === 'yes');
        expect([part, panelists <= distinct(who.map((row) => String(row.panelist)))]).toEqual([part, true]);
      }
  });
});
