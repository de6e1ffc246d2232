/** The notch of every pad while the key is sealed: one o'clock, in degrees clockwise from twelve. */
export const SEALED_NOTCH = 30;

/** A circle of radius 48 around 0, 0 with a wedge cut towards the notch, shallow enough to leave room for digits. */
export function padPath(notch: number): string {
  const at = (degrees: number, radius: number): string => {
    const angle = ((degrees - 90) * Math.PI) / 180;
    return `${(radius * Math.cos(angle)).toFixed(1)} ${(radius * Math.sin(angle)).toFixed(1)}`;
  };
  return `M ${at(notch + 10, 48)} A 48 48 0 1 1 ${at(notch - 8, 48)} L ${at(notch + 3, 37)} Z`;
}
