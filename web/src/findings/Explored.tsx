import type { RankingView } from '@jacana/core/findings';
import { BestChance } from './BestChance';
import { LikingChart } from './LikingChart';
import { PanelFindingCard } from './PanelFindingCard';
import { PracticalCard } from './PracticalCard';

/** What was looked at after unsealing, kept apart from what was planned. */
export function Explored({ found }: { found: RankingView }) {
  if (found.panelists.length === 0) return null;
  return (
    <>
      <h2 className="flex items-center gap-3 pt-2 font-serif text-xl">
        Looked at after unsealing
        <span className="h-px flex-1 bg-line" />
        <span className="font-sans text-sm text-quiet">hints, not the planned answer</span>
      </h2>
      {found.practical && <PracticalCard methods={found.methods} practical={found.practical} />}
      {found.methods.some((method) => method.liking) && <LikingChart found={found} />}
      <BestChance found={found} />
      <PanelFindingCard found={found} panel={found.panel} />
    </>
  );
}
