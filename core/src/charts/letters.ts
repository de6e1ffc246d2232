/** Letters that only the second file of a face has: the faces that ship come in two, for most European languages. */
const MORE =
  /[\u0100-\u0130\u0132-\u0151\u0154-\u02BA\u02BD-\u02C5\u02C7-\u02D9\u1E00-\u1EFF\u20A0-\u20AB\u20AD-\u20C0\u2113]+/u;

/** A text cut into runs that one file of its face can draw. */
export function letterRuns(text: string): { text: string; isMore: boolean }[] {
  const parts = text.split(new RegExp(`(${MORE.source})`, 'u')).filter((part) => part !== '');
  return parts.map((part) => ({ text: part, isMore: MORE.test(part) }));
}
