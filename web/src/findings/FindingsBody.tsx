import { plannedView, rankingView, sectionOf, type Findings } from '@jacana/core/findings';
import type { ReactNode } from 'react';
import { AttributesMapCard, DriversCard } from './AttributesCards';
import { CollectedCard } from './CollectedCard';
import { Explored } from './Explored';
import { GuessCard } from './GuessCard';
import { JustRightCard } from './JustRightCard';
import { KitchenCard } from './KitchenCard';
import { PairTable } from './PairTable';
import { PanelFindingCard } from './PanelFindingCard';
import { PanelistRankings } from './PanelistRankings';
import { PanelistsCard } from './PanelistsCard';
import { PartsCards } from './PartsCards';
import { PlannedFigures } from './PlannedFigures';
import { PracticalCard } from './PracticalCard';
import { ProfileTable } from './ProfileTable';
import { RankChart } from './RankChart';
import { ServiceCard } from './ServiceCard';
import { PlannedPrint, SmallPrint } from './SmallPrint';
import { WeightedCard } from './WeightedCard';
import { WordsCard } from './WordsCard';

interface FindingsBodyProps {
  found: Findings;
  /** Stands after everything that was found, before the small print. */
  children?: ReactNode;
}

/** What supports the answer: for a real tasting, and for one that was only rehearsed. */
export function FindingsBody({ found, children }: FindingsBodyProps) {
  const [ranking, planned] = [rankingView(found), plannedView(found)];
  const kitchen = sectionOf(found, 'kitchen');
  const service = sectionOf(found, 'service');
  const guesses = sectionOf(found, 'guesses');
  const practical = sectionOf(found, 'practical');
  const panel = sectionOf(found, 'panel');
  const day = (
    <>
      {guesses && <GuessCard guesses={guesses} methods={found.methods} />}
      {service && <ServiceCard service={service} />}
      {kitchen && <KitchenCard kitchen={kitchen} methods={found.methods} />}
    </>
  );
  if (planned)
    return (
      <>
        <PlannedFigures found={planned} />
        <PartsCards found={found} />
        <WeightedCard found={found} />
        {panel && <PanelFindingCard found={found} panel={panel} />}
        {practical && <PracticalCard methods={found.methods} practical={practical} />}
        {day}
        <Besides found={found} />
        {children}
        <PlannedPrint found={planned} />
      </>
    );
  if (!ranking) return null;
  return (
    <>
      <RankChart found={ranking} />
      <PanelistRankings found={ranking} />
      {ranking.pairs.length > 0 && <PairTable found={ranking} />}
      <PartsCards found={found} />
      <WeightedCard found={found} />
      <Explored found={ranking} />
      {day}
      <Besides found={found} />
      {children}
      <SmallPrint found={ranking} />
    </>
  );
}

/** What was asked beside the plan. */
function Besides({ found }: { found: Findings }) {
  const others = sectionOf(found, 'collected') ?? [];
  const scales = sectionOf(found, 'scales');
  const [map, drivers] = [sectionOf(found, 'map'), sectionOf(found, 'drivers')];
  const panelists = sectionOf(found, 'panelists');
  return (
    <>
      {scales && (
        <ProfileTable
          section="scales"
          title={scales.sentence}
          aside="looked at after unsealing"
          asks={scales.asks}
          {...{ methods: found.methods, alpha: found.alpha, about: scales.about, profile: scales.profile }}
        />
      )}
      {map && <AttributesMapCard map={map} found={found} />}
      {drivers && <DriversCard found={drivers} />}
      {(sectionOf(found, 'words') ?? []).map((one) => (
        <WordsCard key={one.item} found={found} words={one} />
      ))}
      {(sectionOf(found, 'just-right') ?? []).map((one) => (
        <JustRightCard key={one.item} found={one} methods={found.methods} />
      ))}
      {panelists && <PanelistsCard found={panelists} />}
      {others.length > 0 && <CollectedCard collected={others} methods={found.methods} />}
    </>
  );
}
