import { lazy } from 'react';
import { useWords } from '../words/words';

/** The board brings drag and drop with it, which a ballot without a ranking need not load. */
export const fetchRankingBoard = () => import('./RankingBoard');

export const LazyRankingBoard = lazy(() =>
  fetchRankingBoard().then(
    ({ RankingBoard }) => ({ default: RankingBoard }),
    () => ({ default: NotHere }),
  ),
);

function NotHere() {
  const t = useWords();
  return <p role="alert">{t('not-here')}</p>;
}
