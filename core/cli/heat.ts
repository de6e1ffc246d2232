import { AT_REST, COMPOSITIONS, cookedTo, materialOf, type Around, type Body, type Shape } from '../src/kitchen';
import { BadInput } from './badInput';
import { columns, decimal, type Report } from './report';

/** Options of `jacana heat`. */
export interface HeatOptions {
  shape: Shape;
  thicknessMm: number;
  start: number;
  around: number;
  coefficient: number;
  product?: keyof typeof COMPOSITIONS;
  conductivity?: number;
  density?: number;
  heatCapacity?: number;
  wet?: boolean;
  staysWet?: boolean;
  dewPoint: number;
  target: number;
  restAround: number;
  restCoefficient: number;
}

const LIMITS = {
  thicknessMm: [0.5, 1000],
  coefficient: [0.5, 100_000],
  conductivity: [0.01, 500],
  density: [10, 20_000],
  heatCapacity: [100, 10_000],
  start: [-1, 300],
  around: [-1, 1000],
  target: [-1, 300],
  dewPoint: [-1, 100],
  restAround: [-1, 300],
  restCoefficient: [0.5, 100_000],
} as const;

const FROZEN = ' Frozen pieces are not in the model: thaw first.';

/** `jacana heat`. */
export function heatReport(options: HeatOptions): Report {
  for (const [name, [least, most]] of Object.entries(LIMITS) as [keyof typeof LIMITS, [number, number]][]) {
    const value = options[name];
    if (value === undefined || (value >= least && value <= most)) continue;
    const frozen = value < 0 && least === -1 ? FROZEN : '';
    throw new BadInput(`--${dashed(name)} should lie between ${least} and ${most}.${frozen}`);
  }
  const { start, target, around } = options;
  const cooked = cookedTo({
    body: bodyOf(options),
    ...{ start, target, around: aroundOf(options) },
    resting: { celsius: options.restAround, coefficient: options.restCoefficient },
  });
  const { minutesToTarget, settlesAt, carryOver, carryOverMinutes, pullAt, curve } = cooked;
  const isDone = minutesToTarget !== null;
  return {
    json: { ...cooked, ...(isDone ? {} : { reason: never(settlesAt, around) }) },
    lines: [
      isDone
        ? `The core is at ${target} °C after ${decimal(minutesToTarget, 1)} minutes.`
        : `The core never gets to ${target} °C: ${never(settlesAt, around)}`,
      ...(carryOver !== null && carryOver > 0
        ? [
            `Taken out then, it gets ${decimal(carryOver, 1)} °C warmer within ${decimal(carryOverMinutes, 1)} minutes.` +
              (pullAt === null ? '' : ` Taken out at ${decimal(pullAt, 1)} °C, it ends at ${target} °C.`),
          ]
        : []),
      ...columns([
        ['minutes', 'core', 'surface'],
        ...thinned(curve).map(({ minutes, core, surface }) => [
          decimal(minutes, 1),
          decimal(core, 1),
          decimal(surface, 1),
        ]),
      ]),
    ],
  };
}

const dashed = (name: string): string => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

const never = (settlesAt: number | null, around: number): string =>
  `it settles at ${decimal(settlesAt, 1)} °C where ${around} °C is around it.`;

function bodyOf({ shape, thicknessMm, product, conductivity, density, heatCapacity }: HeatOptions): Body {
  const own = [conductivity, density, heatCapacity];
  const [all, some] = [own.every((one) => one !== undefined), own.some((one) => one !== undefined)];
  if (product === undefined ? !all : some)
    throw new BadInput(
      'Say of what it is made: either --product, or all of --conductivity, --density and --heat-capacity.',
    );
  const fixed = { conductivity, density, heatCapacity } as ReturnType<Body['at']>;
  return {
    ...{ shape, thickness: thicknessMm / 1000 },
    at: product === undefined ? () => fixed : materialOf(COMPOSITIONS[product]),
  };
}

const aroundOf = ({ around, coefficient, wet, staysWet, dewPoint }: HeatOptions): Around => ({
  ...{ celsius: around, coefficient },
  ...((wet || staysWet) && { moist: { dewPoint: Math.min(dewPoint, around), dries: !staysWet } }),
});

/** At most a screenful of rows, the last one among them. */
function thinned<T>(rows: readonly T[]): T[] {
  const every = Math.ceil(rows.length / 20);
  return rows.filter((_, at) => at % every === 0 || at === rows.length - 1);
}

export const REST_DEFAULTS = AT_REST;
