import { Progress } from 'radix-ui';
import { useAppSelector } from '../store/store';
import { Button } from '../ui/Button';

interface ComputingProps {
  tastingId: string;
  /** What is computed, such as "the findings", and under which name the server tells how far it is. */
  what: string;
  kind: 'computing' | 'sheet';
  isStopped: boolean;
  onStop: () => void;
  onStart: () => void;
}

/** How far a long computation is, with a way to stop it. */
export function Computing({ tastingId, what, kind, isStopped, onStop, onStart }: ComputingProps) {
  const done = useAppSelector((state) => state.live.computing[`${kind} ${tastingId}`] ?? 0);
  if (isStopped) {
    return (
      <div className="py-6 text-center">
        <p className="mb-3">Stopped. Nothing is lost.</p>
        <Button onClick={onStart}>Compute {what}</Button>
      </div>
    );
  }
  return (
    <div className="py-6 text-center">
      <p role="status" className="mb-3">
        Computing {what}…
      </p>
      <Progress.Root
        value={Math.round(done * 100)}
        aria-label={`Computing ${what}`}
        className="mx-auto mb-4 h-2.5 w-64 overflow-hidden rounded-full bg-pad"
      >
        <Progress.Indicator className="h-full bg-[#1B6E6A] transition-[width]" style={{ width: `${done * 100}%` }} />
      </Progress.Root>
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}
