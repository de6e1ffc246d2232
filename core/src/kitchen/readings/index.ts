export { cellsOf, guessedMapping, readTable, type Cells, type ReadTable, type TableMapping } from './file';
export { byMinute, merged, MINUTE_MS, minuteNumber, minuteOf, readingsOf, type Reading } from './minutes';
export { pointOf, thinned, thinnedPoints, type CurvePoint } from './thin';
