export { readingOf, type BlockRow } from './cells';
export { pieceLikeness, type PieceLikeness } from './likeness';
export { blocksAgainst, pieceBlocks, type BlockPair, type PieceBlocks } from './pieceBlocks';
export { clustersOf, pieceClusters, similarClusters, type ClusterRules, type PieceClusters } from './pieceClusters';
