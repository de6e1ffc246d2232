/** One portion on a tray, as whoever carries it knows it: a code, a seat and a place in the order. */
export interface PlannedPortion {
  panelist: string;
  /** 0 for someone who is no longer on the panel. */
  seat: number;
  flight: number;
  sitting: number;
  /** From 0: portions of one number are put side by side. -1 for the warm-up, which is in no set. */
  set: number;
  /** Id of the zone that it is cut from; null where pieces are not judged by zones, and for a warm-up. */
  zone: string | null;
  /** From 1, among those that count; 0 for the warm-up. */
  position: number;
  code: string;
  /** Served first, and not counted. */
  warmUp: boolean;
}

/** A portion once the key is known: also what it was. */
export interface ServedPortion extends PlannedPortion {
  method: string;
  tag: string;
  /** Pieces of one block, one of each method, share a lot or a raw piece. From 0. */
  block: number;
  lot: string | null;
  /** Whose ballot asks about it: that of the planned panelist, whoever sat there. */
  ballot: string;
  /** False for a plate that was spoilt and not replaced, or left, and for one that its panelist did not come to. */
  eaten: boolean;
  /** Whether whom it was for did not come. */
  absent: boolean;
  /** Portions of it that were eaten besides. */
  extra: number;
  /** When its tray was put down, and how warm it was; null where nobody wrote it down. */
  servedAt: string | null;
  celsius: number | null;
  /** What it was planned to be, where that is something else; null where all went as planned. */
  planned: PlannedOtherwise | null;
}

/** What of a portion a repair may change. */
export type PlannedOtherwise = Pick<
  ServedPortion,
  'method' | 'tag' | 'block' | 'lot' | 'zone' | 'panelist' | 'flight' | 'position'
>;
