export { readingOf, type BlockRow } from './cells';
export { lotsByPieces, zonesByPeople, zonesByPieces, type Interaction } from './interaction';
export { pieceLikeness, type PieceLikeness } from './likeness';
export { blocksAgainst, pieceBlocks, type BlockPair, type PieceBlocks } from './pieceBlocks';
export { clustersOf, pieceClusters, similarClusters, type ClusterRules, type PieceClusters } from './pieceClusters';
