export { kitchenCsv } from './kitchen';
export { readingsHeading, readingsLines } from './readings';
export { ordersCsv, tidyCsv, tidyRows, type TidyRow } from './tidy';
