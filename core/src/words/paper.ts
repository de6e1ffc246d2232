/**
 * What a ballot says on paper besides, in each language: apart from the words of phones, which load no more than they say.
 */
import type { Language } from '../tasting';

const en = {
  'paper-ballot': 'Ballot',
  'paper-first': 'Taste {{code}} first: it gets your mouth ready, and nothing is asked about it.',
  'paper-how':
    'Taste from left to right. Look at the code before you write. Cross out the code of a sample that you do not taste. You may stop at any time.',
  'paper-pause_one': 'After every sample pause for {{time}}.',
  'paper-pause_other': 'After every {{count}} samples pause for {{time}}.',
  'paper-tick-all': 'Tick all that fit.',
  'paper-cross-line': 'Cross each line where it fits.',
  'paper-none': 'none',
  'paper-very': 'very strong',
  'paper-order': 'Write one code in each box, from {{high}} to {{low}}.',
  'paper-most': 'most',
  'paper-least': 'least',
  'paper-share': 'Codes that share a place may stand in one box.',
  'paper-one-each': 'Write one code in each box.',
  'paper-best': 'Best',
  'paper-worst': 'Worst',
  'paper-reference': '{{code}} is the reference.',
  'paper-two': 'Tick two.',
  'paper-one': 'Tick one.',
  'paper-answer': 'answer',
  'paper-more': 'more',
  'paper-a': 'A',
  'paper-not-a': 'not A',
  'paper-same': 'same',
  'paper-different': 'different',
} as const;

type PaperCatalogue = Readonly<Record<keyof typeof en, string>>;

const de: PaperCatalogue = {
  'paper-ballot': 'Bogen',
  'paper-first': 'Kosten Sie zuerst {{code}}: Das stimmt den Mund ein, und dazu wird nichts gefragt.',
  'paper-how':
    'Kosten Sie von links nach rechts. Sehen Sie auf den Code, bevor Sie schreiben. Streichen Sie den Code einer Probe durch, die Sie nicht kosten. Sie dürfen jederzeit aufhören.',
  'paper-pause_one': 'Machen Sie nach jeder Probe eine Pause von {{time}}.',
  'paper-pause_other': 'Machen Sie nach je {{count}} Proben eine Pause von {{time}}.',
  'paper-tick-all': 'Kreuzen Sie alles an, was passt.',
  'paper-cross-line': 'Machen Sie auf jeder Linie ein Kreuz, wo es passt.',
  'paper-none': 'gar nicht',
  'paper-very': 'sehr stark',
  'paper-order': 'Schreiben Sie in jedes Kästchen einen Code, von {{high}} bis {{low}}.',
  'paper-most': 'am meisten',
  'paper-least': 'am wenigsten',
  'paper-share': 'Codes, die sich einen Platz teilen, dürfen in einem Kästchen stehen.',
  'paper-one-each': 'Schreiben Sie in jedes Kästchen einen Code.',
  'paper-best': 'Am besten',
  'paper-worst': 'Am schlechtesten',
  'paper-reference': '{{code}} ist die Referenz.',
  'paper-two': 'Kreuzen Sie zwei an.',
  'paper-one': 'Kreuzen Sie eines an.',
  'paper-answer': 'Antwort',
  'paper-more': 'mehr',
  'paper-a': 'A',
  'paper-not-a': 'nicht A',
  'paper-same': 'gleich',
  'paper-different': 'verschieden',
};

const fr: PaperCatalogue = {
  'paper-ballot': 'Bulletin',
  'paper-first': 'Goûtez d’abord le {{code}} : il prépare votre bouche, et rien n’est demandé à son sujet.',
  'paper-how':
    'Goûtez de gauche à droite. Regardez le code avant d’écrire. Barrez le code d’un échantillon que vous ne goûtez pas. Vous pouvez arrêter à tout moment.',
  'paper-pause_one': 'Après chaque échantillon, faites une pause de {{time}}.',
  'paper-pause_other': 'Tous les {{count}} échantillons, faites une pause de {{time}}.',
  'paper-tick-all': 'Cochez tout ce qui convient.',
  'paper-cross-line': 'Tracez une croix sur chaque ligne, là où cela convient.',
  'paper-none': 'pas du tout',
  'paper-very': 'très fort',
  'paper-order': 'Écrivez un code dans chaque case, de {{high}} à {{low}}.',
  'paper-most': 'le plus',
  'paper-least': 'le moins',
  'paper-share': 'Des codes à égalité peuvent être dans une même case.',
  'paper-one-each': 'Écrivez un code dans chaque case.',
  'paper-best': 'Le meilleur',
  'paper-worst': 'Le moins bon',
  'paper-reference': 'Le {{code}} est la référence.',
  'paper-two': 'Cochez-en deux.',
  'paper-one': 'Cochez-en un.',
  'paper-answer': 'réponse',
  'paper-more': 'plus',
  'paper-a': 'A',
  'paper-not-a': 'pas A',
  'paper-same': 'identiques',
  'paper-different': 'différents',
};

export type PaperKey = Exclude<keyof typeof en, `paper-pause_${string}`> | 'paper-pause';

export const PAPER: Readonly<Record<Language, PaperCatalogue>> = { en, de, fr };
