/**
 * How food conducts and holds heat, from what it is made of.
 *
 * Conductivity, density and heat capacity of food change with its water, protein, fat,
 * carbohydrate, fibre and ash, and a little with temperature. Of a mixture: heat capacity by
 * mass, density by volume, conductivity by volume as if the parts lay side by side.
 *
 * Use it above freezing: ice is not in it. A food with air in it (bread, whipped cream) conducts less.
 *
 * Source: Choi & Okos, "Effects of temperature and composition on the thermal properties of
 * foods", in *Food Engineering and Process Applications*, 1986; the coefficients are written from
 * memory, as the ASHRAE *Refrigeration* handbook gives them. Compositions are rounded figures of
 * food tables, common practice without a source.
 *
 * @example
 * propertiesOf(COMPOSITIONS['red-meat'], 40).conductivity.toFixed(2) // '0.53'
 */

/** Shares of the mass; they sum to 1. */
export type Composition = Readonly<Record<Part, number>>;

/** What food is made of, as far as heat goes. */
export type Part = 'water' | 'protein' | 'fat' | 'carbohydrate' | 'fibre' | 'ash';

/** In W/(m K), kg/m³ and J/(kg K). */
export interface Properties {
  conductivity: number;
  density: number;
  heatCapacity: number;
}

/** Of 1, t and t², t in °C. */
type Polynomial = readonly [number, number, number];

const PARTS: Readonly<Record<Part, { conductivity: Polynomial; density: Polynomial; heatCapacity: Polynomial }>> = {
  water: {
    conductivity: [0.57109, 1.7625e-3, -6.7036e-6],
    density: [997.18, 3.1439e-3, -3.7574e-3],
    heatCapacity: [4176.2, -0.090864, 5.4731e-3],
  },
  protein: {
    conductivity: [0.17881, 1.1958e-3, -2.7178e-6],
    density: [1329.9, -0.5184, 0],
    heatCapacity: [2008.2, 1.2089, -1.3129e-3],
  },
  fat: {
    conductivity: [0.18071, -2.7604e-4, -1.7749e-7],
    density: [925.59, -0.41757, 0],
    heatCapacity: [1984.2, 1.4733, -4.8008e-3],
  },
  carbohydrate: {
    conductivity: [0.20141, 1.3874e-3, -4.3312e-6],
    density: [1599.1, -0.31046, 0],
    heatCapacity: [1548.8, 1.9625, -5.9399e-3],
  },
  fibre: {
    conductivity: [0.18331, 1.2497e-3, -3.1683e-6],
    density: [1311.5, -0.36589, 0],
    heatCapacity: [1845.9, 1.8306, -4.6509e-3],
  },
  ash: {
    conductivity: [0.32962, 1.4011e-3, -2.9069e-6],
    density: [2423.8, -0.28063, 0],
    heatCapacity: [1092.6, 1.8896, -3.6817e-3],
  },
};

const of = (water: number, protein: number, fat: number, carbohydrate = 0, fibre = 0): Composition => ({
  ...{ water, protein, fat, carbohydrate, fibre },
  ash: 1 - water - protein - fat - carbohydrate - fibre,
});

/** Kinds of food that are cooked in pieces. */
export const COMPOSITIONS = {
  'red-meat': of(0.72, 0.21, 0.06),
  poultry: of(0.74, 0.23, 0.02),
  fish: of(0.7, 0.2, 0.09),
  sausage: of(0.58, 0.15, 0.24, 0.01),
  vegetable: of(0.88, 0.015, 0.002, 0.07, 0.023),
  'potato-rice': of(0.78, 0.02, 0.001, 0.17, 0.02),
} as const satisfies Record<string, Composition>;

/** @param celsius temperature of the food, above freezing */
export function propertiesOf(composition: Composition, celsius: number): Properties {
  const at = ([a, b, c]: Polynomial): number => a + b * celsius + c * celsius ** 2;
  const parts = (Object.keys(PARTS) as Part[]).map((part) => ({ ...PARTS[part], share: composition[part] }));
  const volume = parts.reduce((sum, { share, density }) => sum + share / at(density), 0);
  return {
    conductivity: parts.reduce(
      (sum, { share, density, conductivity }) => sum + (share / at(density) / volume) * at(conductivity),
      0,
    ),
    density: 1 / volume,
    heatCapacity: parts.reduce((sum, { share, heatCapacity }) => sum + share * at(heatCapacity), 0),
  };
}

/** The same, looked up by half degrees, for the many times that conduction asks. */
export function materialOf(composition: Composition): (celsius: number) => Properties {
  const known = new Map<number, Properties>();
  return (celsius) => {
    const half = Math.round(2 * celsius);
    let properties = known.get(half);
    if (!properties) {
      properties = propertiesOf(composition, half / 2);
      known.set(half, properties);
    }
    return properties;
  };
}
