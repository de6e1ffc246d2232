export { dash, number, probabilityText, pShort, text } from './figures';
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
export type { AnswerRoom, Block, Column, Sheet, Tray } from './sheet';
