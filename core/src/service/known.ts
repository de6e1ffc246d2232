/**
 * What an entry of the service log may be about: trays, plates and pieces that there are.
 *
 * Use it wherever entries come in, from a phone or out of a bundle, so that both refuse the same.
 *
 * Common practice, no source.
 *
 * @example
 * new KnownService({ servings: [], tags: [] }).problemsOf({ kind: 'noted', text: 'a' }, '') // []
 */
import type { Plan, Problem, ServiceEntry } from '../tasting';
import { trayName } from './day';

type Body = ServiceEntry['body'];
type Of<Kind extends Body['kind']> = Extract<Body, { kind: Kind }>;
type Exchange = 'trays-swapped' | 'people-swapped';
type Plate = { panelist: string; code: string };

export class KnownService {
  /** The codes of each tray, the warm-up first, and which of them is the warm-up. */
  private readonly trays: Map<string, { codes: string[]; warmUp: string | null }>;
  private readonly sittings: Set<number>;
  private readonly codes: Set<string>;
  private readonly tags: Set<string>;

  constructor({ servings, tags }: { servings: Plan['servings']; tags: readonly string[] }) {
    this.trays = new Map(
      servings.map((serving) => [
        trayName(serving),
        {
          codes: [...(serving.warmUp ? [serving.warmUp] : []), ...serving.sets.flatMap(({ codes }) => codes)],
          warmUp: serving.warmUp,
        },
      ]),
    );
    this.sittings = new Set(servings.map(({ sitting }) => sitting));
    this.codes = new Set([...this.trays.values()].flatMap(({ codes }) => codes));
    this.tags = new Set(tags);
  }

  /** @param field of the entry, which the fields of its problems begin with */
  problemsOf(body: Body, field: string): Problem[] {
    if (body.kind === 'noted' || body.kind === 'undone') return [];
    if (!this.sittings.has(body.sitting))
      return [{ field: `${field}sitting`, message: `There is no sitting ${body.sitting}.` }];
    const check = this.checks[body.kind] as ((body: Body, field: string) => Problem[]) | undefined;
    if (check) return check(body, field);
    if ('code' in body) return this.plateProblems(body.sitting, body, field);
    return 'panelist' in body ? this.trayProblems(body.sitting, body.panelist, `${field}panelist`) : [];
  }

  /** Of the kinds that are about more than one plate or one tray. */
  private readonly checks: { [Kind in Body['kind']]?: (body: Of<Kind>, field: string) => Problem[] } = {
    moved: ({ sitting, panelists }, field) =>
      panelists.flatMap((panelist, at) => this.trayProblems(sitting, panelist, `${field}panelists.${at}`)),
    swapped: (body, field) => this.swapProblems(body, field),
    'trays-swapped': (body, field) => this.seatProblems(body, field),
    'people-swapped': (body, field) => this.seatProblems(body, field),
    reordered: (body, field) => this.orderProblems(body, field),
    'wrong-plate': (body, field) => [
      ...this.plateProblems(body.sitting, body, field),
      ...(this.codes.has(body.instead)
        ? []
        : [{ field: `${field}instead`, message: `No plate has the code ${body.instead}.` }]),
      ...(body.instead === body.code
        ? [{ field: `${field}instead`, message: 'That is the plate as it was planned.' }]
        : []),
    ],
    replaced: (body, field) => [
      ...this.plateProblems(body.sitting, body, field),
      ...(body.piece === null || this.tags.has(body.piece)
        ? []
        : [{ field: `${field}piece`, message: `No piece has the tag ${body.piece}.` }]),
    ],
  };

  private seatProblems({ sitting, panelist, withPanelist }: Of<Exchange>, field: string): Problem[] {
    if (panelist === withPanelist)
      return [{ field: `${field}withPanelist`, message: 'Choose another seat: nothing is exchanged with itself.' }];
    return [
      ...this.trayProblems(sitting, panelist, `${field}panelist`),
      ...this.trayProblems(sitting, withPanelist, `${field}withPanelist`),
    ];
  }

  private trayProblems(sitting: number, panelist: string, field: string): Problem[] {
    return this.trays.has(trayName({ sitting, panelist }))
      ? []
      : [{ field, message: `Nobody with the id "${panelist}" has a tray at sitting ${sitting}.` }];
  }

  private plateProblems(
    sitting: number,
    { panelist, code }: Plate,
    field: string,
    [who, which] = ['panelist', 'code'],
  ): Problem[] {
    const tray = this.trays.get(trayName({ sitting, panelist }));
    if (!tray) return this.trayProblems(sitting, panelist, `${field}${who}`);
    return tray.codes.includes(code)
      ? []
      : [{ field: `${field}${which}`, message: `No plate ${code} stands on that tray.` }];
  }

  private swapProblems(body: Of<'swapped'>, field: string): Problem[] {
    const { sitting, panelist, code, withPanelist, withCode } = body;
    if (panelist === withPanelist && code === withCode)
      return [{ field: `${field}withCode`, message: 'Choose two plates: nothing is exchanged with itself.' }];
    const other = { panelist: withPanelist, code: withCode };
    return [
      ...this.plateProblems(sitting, { panelist, code }, field),
      ...this.plateProblems(sitting, other, field, ['withPanelist', 'withCode']),
    ];
  }

  private orderProblems({ sitting, panelist, codes }: Of<'reordered'>, field: string): Problem[] {
    const tray = this.trays.get(trayName({ sitting, panelist }));
    if (!tray) return this.trayProblems(sitting, panelist, `${field}panelist`);
    const own = tray.codes.filter((code) => code !== tray.warmUp);
    const isWhole = own.length === codes.length && own.every((code) => codes.includes(code));
    return isWhole
      ? []
      : [{ field: `${field}codes`, message: 'Name each plate of the tray once, in the order of eating.' }];
  }
}
