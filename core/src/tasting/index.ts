export { defaultTasting, LATER_SERVICE, laterOf, noRange, noRecords } from './defaults';
export * from './limits';
export { type Follows } from './origin';
export * from './records';
export * from './schema';
export { serviceEntrySchema, type ServiceEntry } from './service';
