import { rangeSchema, type Range } from '@jacana/core/bundle';
import { refuseFields } from '../fields/problems';

/** The same kitchen, once it is one: a flight is served once, and an appliance has one id. */
export function rangeThatHolds(range: Range): Range {
  const parsed = rangeSchema.safeParse(range);
  if (!parsed.success)
    throw refuseFields(parsed.error.issues.map(({ path, message }) => ({ field: `range.${path.join('.')}`, message })));
  const flights = range.served.map(({ sitting, flight }) => `${sitting} ${flight}`);
  const twin = flights.findIndex((one, at) => flights.indexOf(one) < at);
  if (twin >= 0) throw refuseFields([{ field: `range.served.${twin}`, message: 'This flight is served already.' }]);
  const ids = range.equipment.map(({ id }) => id);
  const again = ids.findIndex((one, at) => ids.indexOf(one) < at);
  if (again >= 0)
    throw refuseFields([{ field: `range.equipment.${again}.id`, message: 'This appliance is listed twice.' }]);
  return parsed.data;
}
