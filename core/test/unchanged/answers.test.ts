import canonicalize from 'canonicalize';
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { findingsText } from '../../cli/findingsText';
import { currentAnswers, parseBundle, placeOfAnswer, type Key, type TastingBundle } from '../../src/bundle';
import { findings, partsOf, sourceServings, whyOf } from '../../src/findings';
import { aboutText, differing, paperFields, valueText } from '../../src/paper';
import { planPower } from '../../src/planned';
import {
  USUAL_REPORT,
  ballotSheet,
  kitchenSheet,
  planSheet,
  reportSheet,
  traySheet,
  workbookOf,
} from '../../src/sheets';
import { rehearsePart } from '../../src/simulate';
import { servedCsv, tidyCsv } from '../../src/tidy';
import { generatedTastings, type Generated } from '../support/generated';

/**
 * Findings, reports, sheets, power and rehearsals of the demo and of 42 generated tastings, held against digests that
 * were kept: what moves or renames code changes none of them. Where an answer is meant to change, say why in the commit
 * and keep the new ones with KEEP=1.
 */

const KEPT = join(__dirname, 'answers.json');
const demo = join(__dirname, '../../../demo');

const demoTastings = (): Generated[] =>
  readdirSync(demo)
    .filter((name) => name.endsWith('.json'))
    .flatMap((name) => {
      const { bundle } = parseBundle(JSON.parse(readFileSync(join(demo, name), 'utf8')));
      return bundle?.key && bundle.seal.unsealedAt ? [{ name, bundle }] : [];
    });

/** Nine digits, so that another processor's last bit is no change. */
const rounded = (_: string, value: unknown): unknown =>
  typeof value === 'number' && !Number.isInteger(value) ? Number(value.toPrecision(9)) : value;

const digest = (value: unknown): string =>
  createHash('sha256')
    .update(canonicalize(JSON.parse(JSON.stringify(value, rounded))) ?? '')
    .digest('base64url')
    .slice(0, 16);

type Digests = Record<string, string>;

function answersOf(bundle: TastingBundle): Digests {
  const { tasting } = bundle;
  const { engine: _, ...found } = findings(bundle);
  const whole = { ...found, engine: '' };
  const report = (length: 'full' | 'short') => reportSheet(whole, bundle, { ...USUAL_REPORT, length });
  return {
    findings: digest(found),
    text: digest(findingsText(whole)),
    why: digest(found.sections.map(({ id }) => whyOf(whole, id))),
    report: digest([report('full'), report('short')]),
    workbook: digest(workbookOf(whole, bundle)),
    csv: digest(tidyCsv(bundle) + servedCsv(bundle, bundle.key as Key)),
    parts: digest([partsOf(bundle), sourceServings(bundle)]),
    sheets: digest(sheetsOf(bundle)),
    power: digest(planPower(tasting, tasting.panel.length, 'kept', 40)),
    rehearsal: digest(rehearsePart(tasting, { seed: 'kept', panels: 4, part: 0, of: 1 })),
  };
}

/** Every sheet that is made from plan and pieces, and what is said of each paper ballot as it is typed in. */
function sheetsOf({ tasting, plan, pieces, ballots }: TastingBundle): unknown[] {
  if (!plan) throw new Error(`${tasting.title} was never locked.`);
  const sitting = { now: 1, of: tasting.service.sittings };
  const trays = plan.servings
    .filter((serving) => serving.sitting === 1)
    .map(({ panelist, warmUp, sets }) => {
      const { seat, name } = tasting.panel.find(({ id }) => id === panelist) ?? { seat: 0, name: '' };
      const codes = [...(warmUp ? [warmUp] : []), ...sets.flatMap((set) => set.codes)];
      const rows = sets.map((set) => ({ codes: set.codes, zone: set.zone ?? '' }));
      return { seat, name, flight: 1, codes, warmUp: warmUp !== null, sets: rows };
    });
  const fields = plan.servings.map((serving) => paperFields(tasting.ballot.items, serving));
  const typed = plan.servings.map(({ panelist, sitting: at }, place) => {
    const ballot = ballots.find((one) => one.panelist === panelist && one.sitting === at);
    const first = [...currentAnswers(ballot?.answers ?? []).values()];
    const said = fields[place].map((field) => [
      aboutText(field, 2),
      valueText(field, first.find((answer) => placeOfAnswer(answer) === field.name) ?? null),
    ]);
    return [said, differing(fields[place], first, first.slice(1))];
  });
  return [
    planSheet(tasting, plan),
    kitchenSheet(tasting, pieces),
    traySheet(tasting.ballotTitle, trays, sitting),
    ballotSheet(tasting.ballotTitle, trays, { itemsOf: () => tasting.ballot.items, sitting, service: tasting.service }),
    [fields, typed],
  ];
}

const kept: Record<string, Digests> = JSON.parse(readFileSync(KEPT, 'utf8'));
const all = [...demoTastings(), ...generatedTastings()];
const isKeeping = process.env.KEEP === '1';

it.each(all.map(({ name, bundle }) => [name, bundle] as const))('%s: as before', (name, bundle) => {
  const now = answersOf(bundle);
  if (isKeeping) kept[name] = now;
  expect(now).toEqual(kept[name]);
});

it('holds one of every planned test in every way, and the demo', () => {
  expect(all.length).toBe(Object.keys(kept).length);
  expect(all.length).toBeGreaterThanOrEqual(43);
});

afterAll(() => {
  if (isKeeping) writeFileSync(KEPT, `${JSON.stringify(kept, null, 2)}\n`);
});
