import { methodLook } from '@jacana/core/charts';
import { Pad } from '../ui/Pad';

/** A method by name, with its pad turned over. */
export function MethodName({ at, name, isLeading }: { at: number; name: string; isLeading: boolean }) {
  const { colour, notch } = methodLook(at);
  return (
    <span className={`flex items-center gap-2 ${isLeading ? 'font-bold' : ''}`}>
      <Pad size={22} colour={colour} notch={notch} /> {name}
    </span>
  );
}
