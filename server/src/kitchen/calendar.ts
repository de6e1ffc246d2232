import type { ChainStep } from '@jacana/core/bundle';
import { checksOf, type CookingSheet } from '@jacana/core/kitchen';
import { together } from '@jacana/core/sheets';
import { createEvents, type DateArray, type EventAttributes } from 'ics';

/** The steps that take hands, as a calendar that phones read; the title is the tasting's, so it is not for blind eyes. */
export function calendarOf(title: string, id: string, { steps }: CookingSheet, chains: Chains): string {
  const events = together(steps.filter(({ hands }) => hands !== null)).map(({ first, pieces }): EventAttributes => ({
    uid: `${id}-${first.step}-${pieces[0]}@jacana`,
    title: `${pieces.join(' ')}: ${first.name}`,
    description: [first.text, first.method, title].join('\n'),
    location: first.equipment ? `${first.equipment} ${first.place}` : undefined,
    categories: first.hands === null ? [] : [first.hands],
    ...{ start: inUtc(first.start), end: inUtc(first.end), startInputType: 'utc', endInputType: 'utc' },
  }));
  const { error, value } = createEvents([...events, ...looks(title, id, steps, chains)], {
    productId: '-//Jacana//Run sheet//EN',
    calName: title,
  });
  if (error) throw error;
  return value ?? '';
}

/** The chain of each method, by its name. */
export type Chains = ReadonlyMap<string, readonly ChainStep[]>;

const MOST_LOOKS = 20;
const LOOK_MINUTES = 5;

/** What is looked at during long stages, each with an alarm: they go on while nobody is there. */
function looks(title: string, id: string, steps: CookingSheet['steps'], chains: Chains): EventAttributes[] {
  return together(steps).flatMap(({ first, pieces }) => {
    const chain = chains.get(first.method)?.find((step) => step.id === first.step);
    const [start, end] = [Date.parse(first.start), Date.parse(first.end)];
    return (chain ? checksOf(chain) : []).flatMap(({ id: check, ask, every }) => {
      const times =
        every === null
          ? [end]
          : Array.from({ length: MOST_LOOKS }, (_, turn) => start + (turn + 1) * every * 60_000).filter(
              (at) => at < end,
            );
      return times.map((at, turn): EventAttributes => ({
        uid: `${id}-${first.step}-${pieces[0]}-${check}-${turn}@jacana`,
        title: `${pieces.join(' ')}: ${ask}`,
        description: [first.text, first.method, title].join('\n'),
        alarms: [{ action: 'display', description: ask, trigger: { before: true, minutes: 0 } }],
        ...{ start: inUtc(new Date(at).toISOString()), duration: { minutes: LOOK_MINUTES }, startInputType: 'utc' },
      }));
    });
  });
}

function inUtc(moment: string): DateArray {
  const time = new Date(moment);
  return [time.getUTCFullYear(), time.getUTCMonth() + 1, time.getUTCDate(), time.getUTCHours(), time.getUTCMinutes()];
}
