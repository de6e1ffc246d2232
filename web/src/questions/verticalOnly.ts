import type { Modifier } from '@dnd-kit/core';

/** Keeps a dragged line in its column. */
export const restrictToVerticalAxis: Modifier = ({ transform }) => ({ ...transform, x: 0 });
