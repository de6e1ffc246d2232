/**
 * The smallest panel that gets a verdict. With five people even a unanimous choice between
 * two samples comes up by chance once in 16 (2 of 2^5); with six it is once in 32. Chosen
 * for that reason; no source.
 */
export const SMALLEST_PANEL = 6;

/** Below this many panelists only large differences show. Common practice, no source. */
export const SMALL_PANEL = 20;
