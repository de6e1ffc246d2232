import { padPath, SEALED_NOTCH } from '@jacana/core/charts';

/** How a pad stands: to come, on the plate now, finished; or turned over to its method. */
export type PadState = 'plain' | 'coming' | 'now' | 'eaten';

interface PadProps {
  /** Up to three digits, or nothing. */
  label?: string;
  size?: number | string;
  state?: PadState;
  /** Fill of a pad that has been turned over. */
  colour?: string;
  notch?: number;
  className?: string;
}

const STROKES: Record<PadState, string> = {
  plain: 'fill-pad stroke-ink stroke-[2.5] dim:fill-[#14302e] dim:stroke-night-ink',
  coming: 'fill-transparent stroke-line stroke-[3] [stroke-dasharray:6_6]',
  now: 'fill-paper stroke-chestnut stroke-[6]',
  eaten: 'fill-eaten stroke-ink stroke-[2.5]',
};

/**
 * A lily pad with a narrow notch and a code on it: the same object on ballot, board, sheet
 * and chart. Sealed pads all look alike; a pad that has been turned over has its method's
 * colour and direction.
 */
export function Pad({
  label = '',
  size = 40,
  state = 'plain',
  colour,
  notch = SEALED_NOTCH,
  className = '',
}: PadProps) {
  const ink = colour ? 'fill-white' : state === 'coming' ? 'fill-quiet' : 'fill-ink dim:fill-night-ink';
  return (
    <svg
      viewBox="-52 -52 104 104"
      width={size}
      height={size}
      className={`shrink-0 ${className}`}
      role="img"
      aria-label={label || 'pad'}
    >
      <path d={padPath(notch)} className={colour ? '' : STROKES[state]} fill={colour} strokeLinejoin="round" />
      <text y="12" textAnchor="middle" className={`font-mono text-[33px] font-semibold ${ink}`} aria-hidden>
        {label}
      </text>
    </svg>
  );
}
