/** Bodies for requests: first as the contract has them, then spoilt in one place or another. */

/** @param random numbers from 0 to 1 */
export function bodies(contract, random) {
  const pick = (list) => list[Math.floor(random() * list.length)];
  const whole = (most) => Math.floor(random() * (most + 1));
  const chance = (share) => random() < share;

  const TEXTS = [
    '',
    ' ',
    'word',
    'two words here',
    'x'.repeat(5000),
    '\uD800',
    '\u0000',
    '=1+1',
    '<script>',
    '__proto__',
    'constructor',
    '../../etc',
    "'; DROP TABLE tastings; --",
    '2026-02-30T25:61:00Z',
    '9'.repeat(400),
    '🥕'.repeat(40),
    'null',
    '-0',
  ];
  const NUMBERS = [0, -1, 1, 0.5, 1e308, -1e308, 1e-320, 2 ** 53, 99999999999, 12, 3];
  const JUNK = () =>
    pick([
      null,
      true,
      false,
      [],
      {},
      [[]],
      [null],
      [[[]]],
      { a: { b: [] } },
      pick(TEXTS),
      pick(NUMBERS),
      deep(4000),
      [1, [2, [3]]],
    ]);
  const deep = (levels) => {
    let value = 'bottom';
    for (let level = 0; level < levels; level++) value = level % 2 ? [value] : { a: value };
    return value;
  };

  const resolved = (schema) =>
    schema?.$ref
      ? contract.components.schemas[schema.$ref.split('/').at(-1)]
      : schema?.allOf
        ? resolved(schema.allOf[0])
        : schema;

  /** Something that the schema would take, or nearly. */
  function made(given, depth = 0) {
    const schema = resolved(given) ?? {};
    if (depth > 6) return null;
    if (schema.enum) return pick(schema.enum);
    switch (schema.type) {
      case 'object':
        return Object.fromEntries(
          Object.entries(schema.properties ?? {})
            .filter(([name]) => schema.required?.includes(name) || chance(0.5))
            .map(([name, own]) => [name, made(own, depth + 1)]),
        );
      case 'array':
        return Array.from({ length: Math.max(schema.minItems ?? 0, whole(3)) }, () => made(schema.items, depth + 1));
      case 'integer':
      case 'number': {
        const [least, most] = [schema.minimum ?? 0, schema.maximum ?? 10];
        const value = least + random() * (Math.min(most, least + 50) - least);
        return schema.type === 'integer' ? Math.round(value) : value;
      }
      case 'boolean':
        return chance(0.5);
      default:
        return schema.pattern
          ? pick(['482', 'K4', 'ines', 'abcdef12', '2026-03-05T18:00:00.000Z'])
          : pick(['abcdef12', '2026-03-05T18:00:00.000Z', 'some words of it', 'm0']);
    }
  }

  /** The same with one place spoilt: another kind of thing, one too many, none, or twice. */
  function spoilt(value, share = 0.15) {
    if (chance(share)) return JUNK();
    if (Array.isArray(value)) {
      if (value.length === 0) return chance(0.5) ? value : [JUNK()];
      const at = whole(value.length - 1);
      if (chance(0.15)) return [...value, value[at]];
      if (chance(0.1)) return [value];
      if (chance(0.1)) return value.filter((_, other) => other !== at);
      return value.map((one, other) => (other === at ? spoilt(one, share) : one));
    }
    if (typeof value === 'object' && value !== null) {
      const names = Object.keys(value);
      if (names.length === 0 || chance(0.08)) return { ...value, [pick(TEXTS)]: JUNK() };
      const name = pick(names);
      const { [name]: own, ...rest } = value;
      return chance(0.08) ? rest : { ...value, [name]: spoilt(own, share + 0.1) };
    }
    return chance(0.6) ? JUNK() : typeof value === 'number' ? pick(NUMBERS) : pick(TEXTS);
  }

  return { made, spoilt, pick, chance, text: () => pick(TEXTS) };
}
