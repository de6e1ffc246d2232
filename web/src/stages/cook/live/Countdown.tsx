import { countdown } from '../day/day';

interface CountdownProps {
  due: number;
  now: number;
  isBig?: boolean;
}

/** How long something has still to go; what is late says so in a word and on a ground of its own. */
export function Countdown({ due, now, isBig = false }: CountdownProps) {
  const { text, isLate } = countdown(due, now);
  return (
    <span
      className={`font-mono font-semibold ${isBig ? 'text-4xl' : 'text-xl'} ${isLate ? 'rounded-lg bg-look px-2' : ''}`}
    >
      {text}
      {isLate && <span className={`font-sans ${isBig ? 'ml-2 text-lg' : 'ml-1 text-base'}`}>late</span>}
    </span>
  );
}
