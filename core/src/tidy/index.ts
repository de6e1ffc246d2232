export { kitchenCsv } from './kitchen';
export { readingsHeading, readingsLines } from './readings';
export { servedCsv, servedRows, type ServedRow } from './served';
export { ordersCsv, tidyCsv, tidyRows, type TidyRow } from './tidy';
