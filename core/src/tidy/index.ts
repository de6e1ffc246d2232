export { ordersCsv, tidyCsv, tidyRows, type TidyRow } from './tidy';
