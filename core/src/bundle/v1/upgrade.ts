import { defaultsOfVersion2 } from '../v2/defaults';

type Json = Record<string, unknown>;

/**
 * Brings a bundle of version 1 to version 2, which is all that version 1 knows of. Version 1 knew one kind of tasting: a complete
 * ranking of everything, at one sitting, with or without liking scores before it.
 *
 * Anything that does not look as it should is passed on as it is, for the schema to name.
 *
 * @param data parsed JSON that says it is version 1
 */
export function upgradeFromVersion1(data: Json): Json {
  const tasting = asObject(data.tasting);
  return {
    ...data,
    version: 2,
    ...(tasting && { tasting: tastingFromVersion1(tasting) }),
    ...(asObject(data.plan) && { plan: planFromVersion1(data.plan as Json) }),
    ...(asObject(data.key) && { key: keyFromVersion1(data.key as Json) }),
    ...(Array.isArray(data.ballots) && { ballots: data.ballots.map(ballotFromVersion1) }),
  };
}

function tastingFromVersion1(tasting: Json): Json {
  const { ballot, ...rest } = tasting;
  const { liking, ties } = asObject(ballot) ?? {};
  const methods = Array.isArray(tasting.methods) ? tasting.methods.length : 2;
  const defaults = defaultsOfVersion2();
  return {
    ...defaults,
    ...rest,
    ballot: { items: itemsOfVersion1(liking === true, ties === true) },
    service: { ...defaults.service, together: Math.max(2, methods) },
  };
}

/** The questions that every ballot of version 1 asked. */
export function itemsOfVersion1(liking: boolean, ties: boolean): Json[] {
  return defaultsOfVersion2()
    .ballot.items.filter((item) => liking || item.kind !== 'liking')
    .map((item) => ({ ...item, ...(item.kind === 'ranking' && { ties }) }));
}

export const servingsFromVersion1 = (servings: unknown): unknown =>
  eachObject(servings, ({ codes, ...serving }) => ({
    ...serving,
    sitting: 1,
    warmUp: null,
    sets: [{ zone: null, codes }],
  }));

export const portionsFromVersion1 = (portions: unknown): unknown =>
  eachObject(portions, (portion) => ({ ...portion, sitting: 1 }));

function planFromVersion1(plan: Json): Json {
  return { ...plan, scheme: 1, servings: servingsFromVersion1(plan.servings) };
}

function keyFromVersion1(key: Json): Json {
  return { ...key, portions: portionsFromVersion1(key.portions) };
}

function ballotFromVersion1(ballot: unknown): unknown {
  const known = asObject(ballot);
  return known ? { ...known, sitting: 1, answers: eachObject(known.answers, answerFromVersion1) } : ballot;
}

function answerFromVersion1(answer: Json): Json {
  switch (answer.kind) {
    case 'liking':
      return { ...answer, kind: 'score', item: 'liking' };
    case 'ranking':
      return { ...answer, item: 'ranking', set: 0 };
    case 'comment':
      return { ...answer, item: 'comment' };
    default:
      return answer;
  }
}

const asObject = (value: unknown): Json | null =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Json) : null;

const eachObject = (list: unknown, change: (one: Json) => Json): unknown =>
  Array.isArray(list) ? list.map((one) => (asObject(one) ? change(one as Json) : (one as unknown))) : list;
