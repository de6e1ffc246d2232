export { fold, holding, type Entry, type Undone } from './log';
