import { Progress } from 'radix-ui';
import { useAppSelector } from '../../store/store';
import { Button } from '../../ui/Button';

interface ComputingProps {
  tastingId: string;
  isStopped: boolean;
  onStop: () => void;
  onStart: () => void;
}

/** How far the findings are, with a way to stop them. */
export function Computing({ tastingId, isStopped, onStop, onStart }: ComputingProps) {
  const done = useAppSelector((state) => state.live.computing[tastingId] ?? 0);
  if (isStopped) {
    return (
      <div className="py-16 text-center">
        <p className="mb-3">Stopped. Nothing is lost.</p>
        <Button onClick={onStart}>Compute the findings</Button>
      </div>
    );
  }
  return (
    <div className="py-16 text-center">
      <p role="status" className="mb-3">
        Computing the findings…
      </p>
      <Progress.Root
        value={Math.round(done * 100)}
        aria-label="Computing the findings"
        className="mx-auto mb-4 h-2.5 w-64 overflow-hidden rounded-full bg-pad"
      >
        <Progress.Indicator className="h-full bg-[#1B6E6A] transition-[width]" style={{ width: `${done * 100}%` }} />
      </Progress.Root>
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}
