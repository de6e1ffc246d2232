import { rankingView, type SectionData, type SectionId } from '@jacana/core/findings';
import type { ComponentType, ReactNode } from 'react';
import { AttributesMapCard, DriversCard } from './AttributesCards';
import { BestChance } from './BestChance';
import { ChoiceCard } from './ChoiceCard';
import { ChosenCard } from './ChosenCard';
import { CollectedCard } from './CollectedCard';
import { GuessCard } from './GuessCard';
import { JustRightCard } from './JustRightCard';
import { KitchenCard } from './KitchenCard';
import { LikingChart } from './LikingChart';
import { OrderedCard } from './OrderedCard';
import { PairTable } from './PairTable';
import { PanelFindingCard } from './PanelFindingCard';
import { PanelistRankings } from './PanelistRankings';
import { PanelistsCard } from './PanelistsCard';
import { PartsCards } from './PartsCards';
import { PracticalCard } from './PracticalCard';
import { ProfileTable } from './ProfileTable';
import { RankChart } from './RankChart';
import { LikingTable, MarginCard } from './ScoreTables';
import type { SectionProps } from './sectionProps';
import { ServiceCard } from './ServiceCard';
import { WeightedCard } from './WeightedCard';
import { WordsCard } from './WordsCard';

type Card<Data> = (props: SectionProps<Data>) => ReactNode;

/** The card of every section; null where it stands in others, in the margin, or in the small print. */
export const CARDS: { readonly [Id in SectionId]: Card<SectionData[Id]> | null } = {
  'rank-sums': ({ found }) => {
    const ranking = rankingView(found);
    return (
      ranking && (
        <>
          <RankChart found={ranking} />
          <PanelistRankings found={ranking} />
          {ranking.pairs.length > 0 && <PairTable found={ranking} />}
        </>
      )
    );
  },
  'incomplete-ranking': OrderedCard,
  scores: ({ found, data }) => (
    <>
      {data.margins.length > 0 && <MarginCard found={found} scored={data} />}
      <LikingTable found={found} scored={data} />
    </>
  ),
  profile: ({ found, data }) => (
    <ProfileTable methods={found.methods} alpha={found.alpha} about={found.verdict.about} profile={data} />
  ),
  telling: ChoiceCard,
  'best-worst': ChosenCard,
  parts: PartsCards,
  weighted: WeightedCard,
  practical: ({ found, data }) => <PracticalCard methods={found.methods} practical={data} />,
  liking: ({ found }) => {
    const ranking = rankingView(found);
    return ranking?.methods.some((method) => method.liking) && <LikingChart found={ranking} />;
  },
  strength: ({ found }) => {
    const ranking = rankingView(found);
    return ranking && ranking.panelists.length > 0 && <BestChance found={ranking} />;
  },
  panel: ({ found, data }) => found.people > 0 && <PanelFindingCard found={found} panel={data} />,
  guesses: ({ found, data }) => <GuessCard guesses={data} methods={found.methods} />,
  service: ({ data }) => <ServiceCard service={data} />,
  kitchen: ({ found, data }) => <KitchenCard kitchen={data} methods={found.methods} />,
  scales: ({ found, data }) => (
    <ProfileTable
      section="scales"
      title={data.sentence}
      aside="looked at after unsealing"
      asks={data.asks}
      {...{ methods: found.methods, alpha: found.alpha, about: data.about, profile: data.profile }}
    />
  ),
  map: ({ found, data }) => <AttributesMapCard map={data} found={found} />,
  drivers: ({ data }) => <DriversCard found={data} />,
  words: ({ found, data }) => data.map((one) => <WordsCard key={one.item} found={found} words={one} />),
  'just-right': ({ found, data }) =>
    data.map((one) => <JustRightCard key={one.item} found={one} methods={found.methods} />),
  panelists: ({ data }) => <PanelistsCard found={data} />,
  collected: ({ found, data }) => <CollectedCard collected={data} methods={found.methods} />,
  orders: null,
  sensitivity: null,
  limits: null,
  next: null,
};

/** A section and its card go together by the id. */
export const cardOf = (id: SectionId): ComponentType<SectionProps<unknown>> | null =>
  CARDS[id] as ComponentType<SectionProps<unknown>> | null;
