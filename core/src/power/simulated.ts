/** Power by simulation. */
export interface SimulatedPower {
  power: number;
  /** Monte Carlo standard error. */
  standardError: number;
}

/** The share of simulated panels that found something, and how sure that share is. */
export function shareOf(found: number, panels: number): SimulatedPower {
  const power = found / panels;
  return { power, standardError: Math.sqrt((power * (1 - power)) / panels) };
}
