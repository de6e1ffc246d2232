/**
 * Heat that goes with water: a moist surface is cooled by what evaporates from it, and warmed by
 * steam that condenses on it. While it stays moist it cannot get much warmer than the wet bulb.
 *
 * Use it for surfaces in air or steam, not under water, oil or foil. The coefficient is taken to be all
 * convection: where much of the heat is radiated, it evaporates somewhat less than this says.
 *
 * Source: analogy of heat and mass transfer (Lewis), Incropera & DeWitt, *Fundamentals of Heat and Mass
 * Transfer*, chapter 6; saturation pressure by Buck (1981), latent heat as a straight line. Written
 * from memory.
 *
 * @example
 * wetBulb(30, 10).toFixed(1) // '17.4'
 */

/** Of air at sea level, Pa. */
const PRESSURE = 101_325;
/** Ratio of the molar masses of water and air, over heat capacity of air (J/(kg K)) and Lewis number to the 2/3. */
const MASS_PER_HEAT = 0.622 / (1010 * 0.866 ** (2 / 3));

/** Pressure of water vapour over a moist surface, in Pa; celsius from 0 to 100. */
export const saturationPressure = (celsius: number): number =>
  611.21 * Math.exp((18.678 - celsius / 234.5) * (celsius / (257.14 + celsius)));

/** Heat to evaporate a kilogram, in J. */
export const latentHeat = (celsius: number): number => 2.501e6 - 2361 * celsius;

/**
 * Water that leaves a moist surface, in kg/(m² s); below 0 where steam condenses on it.
 *
 * @param celsius of the surface
 * @param dewPoint of the air about it
 * @param coefficient of heat transfer, W/(m² K)
 */
export function evaporation(celsius: number, dewPoint: number, coefficient: number): number {
  // At the boiling point no difference of pressure is left to drive air away: flows grow beyond bounds.
  const share = (temperature: number): number => Math.min(0.9999, saturationPressure(temperature) / PRESSURE);
  return coefficient * MASS_PER_HEAT * Math.log((1 - share(dewPoint)) / (1 - share(celsius)));
}

/** Temperature at which as much heat comes to a moist surface as evaporation takes away; at most the air's. */
export function wetBulb(air: number, dewPoint: number): number {
  let [low, high] = [Math.min(dewPoint, air), Math.max(dewPoint, Math.min(air, 100))];
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (air - middle > evaporation(middle, dewPoint, 1) * latentHeat(middle)) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
