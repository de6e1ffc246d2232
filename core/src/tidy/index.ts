export { kitchenCsv } from './kitchen';
export { ordersCsv, tidyCsv, tidyRows, type TidyRow } from './tidy';
