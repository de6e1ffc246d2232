import type { CookingSheet } from '@jacana/core/kitchen';
import { together } from '@jacana/core/sheets';
import { createEvents, type DateArray, type EventAttributes } from 'ics';

/** The steps that take hands, as a calendar that phones read; the title is the tasting's, so it is not for blind eyes. */
export function calendarOf(title: string, id: string, { steps }: CookingSheet): string {
  const events = together(steps.filter(({ hands }) => hands !== null)).map(({ first, pieces }): EventAttributes => ({
    uid: `${id}-${first.step}-${pieces[0]}@jacana`,
    title: `${pieces.join(' ')}: ${first.name}`,
    description: [first.text, first.method, title].join('\n'),
    location: first.equipment ? `${first.equipment} ${first.place}` : undefined,
    categories: first.hands === null ? [] : [first.hands],
    ...{ start: inUtc(first.start), end: inUtc(first.end), startInputType: 'utc', endInputType: 'utc' },
  }));
  const { error, value } = createEvents(events);
  if (error) throw error;
  return value ?? '';
}

function inUtc(moment: string): DateArray {
  const time = new Date(moment);
  return [time.getUTCFullYear(), time.getUTCMonth() + 1, time.getUTCDate(), time.getUTCHours(), time.getUTCMinutes()];
}
