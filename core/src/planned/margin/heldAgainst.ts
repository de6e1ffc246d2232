import { ifAlike } from '../../verdict';
import type { Answer, PlannedRules } from '../basis/answer';
import type { LikingFinding } from '../basis/liking';
import { aboutModel, type Scored } from '../basis/scored';
import { againstMargin, intervalsOf, marginsOf } from './margins';

/** Each method against the margin, at a level shared out between them: on pieces where they are tested, else on bites. */
export function heldAgainstMargin(
  liking: LikingFinding,
  methodTest: Scored['methodTest'],
  rules: PlannedRules,
): Answer<Scored> {
  const place = (id: string): number => rules.ids.indexOf(id);
  const bites = marginsOf(
    liking.pairs.map(({ a, b, ...rest }) => ({ ...rest, a: place(a), b: place(b) })),
    rules,
  );
  const ofMethods = methodTest?.test === 'piece-blocks' ? marginsOf(methodTest.pairs, rules) : null;
  const answers = [
    ...(ofMethods ? [{ about: 'methods' as const, margins: ofMethods }] : []),
    { about: aboutModel(liking, rules), margins: bites },
  ].map((one) => ({ ...one, ...againstMargin(one.margins, one.about, rules) }));
  const { about, kind, leaders, sentence } = answers.find((one) => one.kind !== 'no-answer') ?? answers[0];
  const margins = answers[0].margins;
  const beside =
    ofMethods && about === 'pieces'
      ? ' But pieces cooked alike differ too, and so this says nothing yet of the methods.'
      : '';
  return {
    planned: { of: 'liking', liking, methodTest, letters: [], margins },
    ...{ kind, about, leaders },
    sentence: rules.alike && kind !== 'no-answer' ? ifAlike(sentence) : sentence,
    support: `${intervalsOf(about === 'pieces' && ofMethods ? bites : margins, rules)}${beside}`,
  };
}
