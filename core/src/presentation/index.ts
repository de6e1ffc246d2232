export { dash, decimal, number, probabilityText, pShort, pText, text } from './figures';
export {
  explored,
  factOf,
  nameIn,
  nothing,
  under,
  type FoundSection,
  type NameOfSeat,
  type SectionRecord,
  type SectionStatus,
  type SectionContext,
} from './section';
export { counted, type AnswerRoom, type Block, type Column, type Sheet, type Tray } from './sheet';
