import { methodLook } from '@jacana/core/charts';

/**
 * Colours must stay apart for people with colour vision deficiency. Simulation matrices for
 * full severity from Machado, Oliveira & Fernandes 2009, IEEE TVCG 15, 1291-1298 (values from memory).
 */
const SIGHTS: Record<string, number[][]> = {
  usual: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  protan: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deutan: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritan: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};

const linear = (hex: string): number[] =>
  [1, 3, 5]
    .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));

function lab(rgb: number[]): number[] {
  const xyz = [
    [0.4124, 0.3576, 0.1805],
    [0.2126, 0.7152, 0.0722],
    [0.0193, 0.1192, 0.9505],
  ].map((row) => row.reduce((sum, weight, at) => sum + weight * rgb[at], 0));
  const [x, y, z] = xyz
    .map((value, at) => value / [0.9505, 1, 1.089][at])
    .map((t) => (t > 0.008856 ? Math.cbrt(t) : 7.787 * t + 16 / 116));
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

const seen = (hex: string, matrix: number[][]): number[] =>
  lab(
    matrix.map((row) =>
      Math.min(
        1,
        Math.max(
          0,
          row.reduce((sum, weight, at) => sum + weight * linear(hex)[at], 0),
        ),
      ),
    ),
  );

const looks = Array.from({ length: 8 }, (_, place) => methodLook(place));

describe('method looks', () => {
  it('give every method a direction of its own, so that colour never stands alone', () => {
    expect(new Set(looks.map((look) => look.notch)).size).toBe(8);
    const sorted = looks.map((look) => look.notch).sort((a, b) => a - b);
    sorted.slice(1).forEach((notch, at) => expect(notch - sorted[at]).toBeGreaterThanOrEqual(45));
  });

  it.each(Object.keys(SIGHTS))('keep all eight methods apart for %s sight', (sight) => {
    const colours = looks.map((look) => seen(look.colour, SIGHTS[sight]));
    colours.forEach((one, at) =>
      colours
        .slice(at + 1)
        .forEach((other) => expect(Math.hypot(...one.map((value, axis) => value - other[axis]))).toBeGreaterThan(9)),
    );
  });

  it('carry white digits at a contrast of at least 3 (WCAG AA for large text)', () => {
    for (const { colour } of looks) {
      const [r, g, b] = linear(colour);
      expect(1.05 / (0.2126 * r + 0.7152 * g + 0.0722 * b + 0.05)).toBeGreaterThanOrEqual(3);
    }
  });
});
