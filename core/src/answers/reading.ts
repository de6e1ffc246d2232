import type { Key, Plan, TastingBundle } from '../bundle';
import { ledgerOf, type Ledger } from '../caveats';
import { servedOf, servedPortions, type ServedPortion } from '../served';
import { serviceDay, trayName, type ServiceDay } from '../service';
import { answeredSets, type AnsweredSet } from './answeredSets';
import type { LeftOut } from './leftOut';

/** What is read of a tasting once its key is known: made once, and passed on to every section of the findings. */
export interface Reading {
  bundle: TastingBundle;
  key: Key;
  plan: Plan;
  /** Level of the plan. */
  alpha: number;
  /** Who ate what. */
  portions: readonly ServedPortion[];
  /** What happened to people and trays. */
  service: ServiceDay;
  /** What was answered of it and counts, and whose ballots do not count. */
  sets: readonly AnsweredSet[];
  leftOut: readonly LeftOut[];
  /** Caveats, and who was not blind. */
  ledger: Ledger;
}

/** @param bundle one with a locked plan */
export function readingOf(bundle: TastingBundle, key: Key): Reading {
  const { plan } = bundle;
  if (!plan) throw new Error('Nothing is read of a tasting before its plan is locked.');
  const portions = servedPortions(servedOf(bundle, key));
  const service = serviceDay(bundle.records.service);
  const asked = { bundle, key, plan, alpha: plan.alpha, portions, service, ledger: ledgerOf(bundle) };
  return { ...asked, ...answeredSets(asked) };
}

/** The same tasting as if some had never handed in. */
export function readingWithout({ bundle, key, portions }: Reading, panelists: ReadonlySet<string>): Reading {
  const personOf = peopleAtBallots(portions);
  return readingOf({ ...bundle, ballots: bundle.ballots.filter((ballot) => !panelists.has(personOf(ballot))) }, key);
}

/** Who answered a ballot: whom it was for, unless they sat down in somebody else's place. */
export function peopleAtBallots(
  portions: readonly ServedPortion[],
): (ballot: { panelist: string; sitting: number }) => string {
  const people = new Map(
    portions.map(({ sitting, ballot, panelist }) => [trayName({ sitting, panelist: ballot }), panelist]),
  );
  return (ballot) => people.get(trayName(ballot)) ?? ballot.panelist;
}
