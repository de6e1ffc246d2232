import type { Method, Quantities, Tasting } from '../bundle';
import { isOfTwoSamples } from '../questions';
import { servedOfEach, servedOfEachCoded, testSequences } from './sequences';
import { isInCombinations } from './sharing';
import { bitesPerSitting, isComplete, type ServingDesign } from './servingDesign';

/** What one method needs. */
export interface MethodQuantities {
  method: string;
  /** Portions served, warm-ups included; the most that an even spread can come to. */
  servings: number;
  /** With spare ones. */
  portions: number;
  /** Portions that one cooked piece gives; with zones, of its scarcest zone times the zones. */
  perPiece: number;
  /** Pieces that it takes, and that are planned. */
  piecesNeeded: number;
  pieces: number;
  /** Raw mass of the pieces that are planned. */
  grams: number;
}

/** What to buy of one lot, or in all. */
export interface LotQuantities {
  /** Lot id; null where there are no lots. */
  lot: string | null;
  pieces: number;
  grams: number;
  cost: number;
}

/** The shopping list of a tasting; see {@link quantities}. */
export interface ShoppingList {
  methods: MethodQuantities[];
  lots: LotQuantities[];
  /** Raw pieces, before halves are cut. */
  pieces: number;
  grams: number;
  cost: number;
}

/**
 * From bites to what is bought: portions = servings x (1 + spare); a piece gives
 * raw mass x (1 - cook loss) x usable share / portion mass of them, rounded down for each
 * zone; pieces and kilograms per method and lot follow from the pieces that are planned.
 */
export function quantities(
  tasting: ServingDesign & Pick<Tasting, 'quantities' | 'piecesPerMethod' | 'lots' | 'halves'>,
): ShoppingList {
  const { quantities: masses, piecesPerMethod, lots, methods, zones, halves } = tasting;
  const servings = servingsPerMethod(tasting);
  const perMethod = methods.map((method, at): MethodQuantities => {
    const portions = Math.ceil(servings[at] * (1 + masses.spare) - 1e-9);
    const perPiece = portionsPerPiece(masses, method, zones.length);
    return {
      method: method.id,
      servings: servings[at],
      portions,
      perPiece,
      piecesNeeded: perPiece > 0 ? Math.ceil(portions / perPiece) : Infinity,
      pieces: piecesPerMethod,
      grams: piecesPerMethod * masses.pieceGrams,
    };
  });
  const bought = lots.length > 0 ? lots.map((lot) => lot.id) : [null];
  const perLot = bought.map((lot, at): LotQuantities => {
    const blocks = Array.from({ length: piecesPerMethod }, (_, block) => block).filter(
      (block) => block % bought.length === at,
    ).length;
    const grams = blocks * methods.length * masses.pieceGrams;
    return {
      lot,
      pieces: halves ? blocks : blocks * methods.length,
      grams,
      cost: (grams / 1000) * masses.costPerKilogram,
    };
  });
  const sum = (of: (lot: LotQuantities) => number): number => perLot.reduce((total, lot) => total + of(lot), 0);
  return {
    methods: perMethod,
    lots: perLot,
    pieces: sum((lot) => lot.pieces),
    grams: sum((lot) => lot.grams),
    cost: sum((lot) => lot.cost),
  };
}

/** Portions that one piece gives once it is cooked by a method. */
export function portionsPerPiece(masses: Quantities, method: Pick<Method, 'cookLoss'>, zones: number): number {
  const served = masses.pieceGrams * (1 - (method.cookLoss ?? masses.cookLoss)) * masses.usable;
  const parts = Math.max(1, zones);
  return parts * Math.floor(served / parts / masses.portionGrams + 1e-9);
}

/**
 * The most servings of each method that a plan can come to, warm-ups included. Each zone and
 * each replicate has what is left over by itself.
 */
export function servingsPerMethod(design: ServingDesign): number[] {
  const { test, methods, panel, service, zones } = design;
  const times = panel.length * service.sittings;
  const parts = Math.max(1, zones.length);
  const warmUps = service.warmUp ? Math.ceil(times / Math.max(1, methods.length)) : 0;
  if (isOfTwoSamples(test)) {
    const reference = methods.findIndex((method) => method.reference);
    const sequences = testSequences(test);
    const count = isInCombinations(design) ? servedOfEachCoded : servedOfEach;
    const [first, second] = count(sequences, panel.length, service.sittings * service.replicates);
    return methods.map((_, at) => parts * (at === Math.max(0, reference) ? first : second) + warmUps);
  }
  const each = isComplete(design) ? times : Math.ceil((times * service.together) / methods.length - 1e-9);
  return methods.map(() => parts * service.replicates * each + warmUps);
}

/** How long one flight takes at one sitting, and all flights one after the other, in minutes. */
export function sittingMinutes(design: ServingDesign): { flight: number; flights: number; sitting: number } {
  const { service, panel } = design;
  const bites = bitesPerSitting(design);
  const { rinseSeconds, pauseAfter, pauseSeconds } = service;
  const pauses = pauseAfter > 0 ? Math.max(0, Math.ceil(bites / pauseAfter) - 1) : 0;
  const paused = Math.max(0, bites - 1) * rinseSeconds + pauses * Math.max(0, pauseSeconds - rinseSeconds);
  const flight = (bites * service.secondsPerSample + paused) / 60;
  const flights = Math.max(1, Math.ceil(panel.length / service.seatsPerFlight));
  return { flight, flights, sitting: flight * flights };
}
