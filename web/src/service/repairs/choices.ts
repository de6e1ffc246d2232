import type { SeatView } from '../../client/api.generated';
import type { Happened } from '../useService';

/** What else has to be said before something can be written down. */
export type Asked = 'code' | 'withCode' | 'seat' | 'seatCode' | 'instead' | 'piece' | 'order' | 'flight' | 'because';

export interface RepairChoice {
  /** What happened, as somebody would call it across the room. */
  name: string;
  kind: Happened['kind'];
  asks: readonly Asked[];
  /** Whom it is about. */
  about: (seat: SeatView) => Partial<Happened>;
  /** Whether it can have happened at this seat. */
  fits: (seat: SeatView, seats: readonly SeatView[]) => boolean;
  /** Whether enough was said. */
  isWhole: (said: Partial<Happened>) => boolean;
}

const own = ({ panelistId: panelist }: SeatView): Partial<Happened> => ({ panelist });
const hasTray = ({ codes }: SeatView): boolean => codes.length > 0;
const hasSeveral = ({ codes }: SeatView): boolean => codes.length > 1;
const always = (): boolean => true;
const has =
  (...fields: (keyof Happened)[]) =>
  (said: Partial<Happened>): boolean =>
    fields.every((field) => {
      const value = said[field];
      return typeof value === 'string' ? value.trim() !== '' : value !== undefined;
    });

/** In the order of how often they happen. */
export const REPAIRS: readonly RepairChoice[] = [
  {
    ...{
      name: 'A plate was dropped or spilled: another portion',
      kind: 'replaced',
      asks: ['code', 'piece', 'because'],
    },
    ...{ about: own, fits: hasTray, isWhole: has('code', 'because') },
  },
  {
    ...{ name: 'A plate was not eaten', kind: 'missed', asks: ['code', 'because'] },
    ...{ about: own, fits: hasTray, isWhole: has('code', 'because') },
  },
  {
    ...{ name: 'Two plates were put in each other’s place', kind: 'swapped', asks: ['code', 'withCode'] },
    about: (seat) => ({ panelist: seat.panelistId, withPanelist: seat.panelistId }),
    ...{ fits: hasSeveral, isWhole: has('code', 'withCode') },
  },
  {
    ...{ name: 'A plate went to another seat, and theirs came here', kind: 'swapped', asks: ['code', 'seatCode'] },
    ...{ about: own, fits: hasTray, isWhole: has('code', 'withPanelist', 'withCode') },
  },
  {
    ...{ name: 'A plate with another code was eaten', kind: 'wrong-plate', asks: ['code', 'instead'] },
    ...{ about: own, fits: hasTray, isWhole: has('code', 'instead') },
  },
  {
    ...{ name: 'The whole tray went to another seat', kind: 'trays-swapped', asks: ['seat'] },
    ...{ about: own, fits: hasTray, isWhole: has('withPanelist') },
  },
  {
    ...{ name: 'Two people sit in each other’s place', kind: 'people-swapped', asks: ['seat'] },
    ...{ about: own, fits: hasTray, isWhole: has('withPanelist') },
  },
  {
    ...{ name: 'Plates were eaten in another order', kind: 'reordered', asks: ['order'] },
    ...{ about: own, fits: hasSeveral, isWhole: has('codes') },
  },
  {
    ...{ name: 'One portion more', kind: 'extra', asks: ['code', 'because'] },
    ...{ about: own, fits: hasTray, isWhole: has('code', 'because') },
  },
  {
    ...{ name: 'Comes late', kind: 'late', asks: [] },
    ...{ about: own, fits: ({ presence }) => presence !== 'late', isWhole: always },
  },
  {
    ...{ name: 'Does not come', kind: 'absent', asks: ['because'] },
    ...{ about: own, fits: ({ state, presence }) => state === 'away' && presence !== 'absent', isWhole: always },
  },
  {
    ...{ name: 'Stops before the end', kind: 'stopped', asks: ['because'] },
    ...{ about: own, fits: ({ state }) => state === 'tasting' || state === 'ranking', isWhole: always },
  },
  {
    ...{ name: 'Is served with another flight', kind: 'moved', asks: ['flight'] },
    about: ({ panelistId }) => ({ panelists: [panelistId] }),
    fits: hasTray,
    isWhole: (said) => said.flight !== undefined && (said.panelists?.length ?? 0) > 0,
  },
];
