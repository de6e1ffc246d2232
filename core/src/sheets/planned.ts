import { counted } from '../format';
import { bitesPerSitting, isComplete, isOfMethods, isOfTwoSamples, sittingMinutes } from '../design';
import { QUESTION_KINDS } from '../library';
import { answerKindOf, hasPart, inPercent, isAgainstMargin, scaleOf, seeksSimilarity } from '../questions';
import type { BallotItem, Language, OwnOrders, Service, Tasting } from '../tasting';

const LANGUAGE_TEXT: Readonly<Record<Language, string>> = {
  en: '',
  de: ' The ballot speaks German by itself.',
  fr: ' The ballot speaks French by itself.',
};

const OWN_ORDERS_TEXT: Readonly<Record<OwnOrders, string>> = {
  none: '',
  words: ' Words to tick stand in an order of each panelist’s own.',
  attributes: ' Words to tick and attributes come in an order of each panelist’s own.',
};

/** A question with all that decides how it is answered: kind, word with its meaning, ends or steps with what they count. */
export function askedText(item: BallotItem): string {
  const kind = QUESTION_KINDS.find((one) => one.kind === item.kind)?.name ?? item.kind;
  const meaning = item.definition && `: ${item.definition}`;
  const about = hasPart(item, 'word') && item.attribute ? `“${item.attribute}”${meaning}` : '';
  const ties = item.ties ? 'ties allowed' : '';
  const weight = item.weight
    ? `counts ${item.weight} times in the total${item.weight < 0 ? ', the less the better' : ''}`
    : '';
  return `${item.ask} (${[kind, about, scaleText(item), ties, weight].filter(Boolean).join('; ')})`;
}

function scaleText(item: BallotItem): string {
  if (hasPart(item, 'options') && answerKindOf(item) === 'words')
    return item.options.map(({ text }) => text).join(', ');
  if (hasPart(item, 'options')) {
    const steps = scaleOf(item).steps ?? [];
    return steps.map(({ text, counts }) => `${text} = ${counts}`).join(', ');
  }
  return hasPart(item, 'ends') && (item.low || item.high) ? `${item.low} to ${item.high}` : '';
}

/** How samples come to people, a line for each matter. */
export function servedText(tasting: Tasting): string[] {
  const { service, methods, test } = tasting;
  const { flight, flights } = sittingMinutes(tasting);
  const side = isOfTwoSamples(test)
    ? 'Sets made for the test'
    : isComplete(tasting)
      ? `All ${methods.length} methods`
      : `${service.together} of ${methods.length} methods`;
  const replicates = service.replicates > 1 ? `, ${service.replicates} times` : '';
  const warmUp = service.warmUp ? ', after a warm-up that does not count' : '';
  return [
    `${side}${replicates}${warmUp}; ${counted(bitesPerSitting(tasting), 'bite')} a sitting, ${counted(service.sittings, 'sitting')}.`,
    `At most ${service.seatsPerFlight} seats a flight, ${counted(flights, 'flight')} of about ${Math.ceil(flight)} minutes; ${service.secondsPerSample} s a sample, ${service.rinseSeconds} s to rinse.${presentedText(service)}${service.goingBack ? '' : ' Nobody goes back to an earlier sample.'}${OWN_ORDERS_TEXT[service.ownOrders]}${LANGUAGE_TEXT[service.language]}`,
    service.codes === 'own'
      ? 'Every panelist has codes of their own.'
      : 'Codes are shared where that gives nothing away.',
  ];
}

/** How samples come on the ballot, beyond their order. */
function presentedText({ presentation, pauseAfter, pauseSeconds, practice, warmUp, waitsForTray }: Service): string {
  return [
    presentation === 'side-by-side' ? ' Samples of a set stand before the panelist at once.' : '',
    pauseAfter > 0
      ? ` A pause of ${pauseSeconds} s after every ${pauseAfter === 1 ? 'sample' : `${pauseAfter} samples`}.`
      : '',
    practice && warmUp ? ' Scales are tried on the warm-up.' : '',
    waitsForTray ? ' Ballots open their samples once the tray is put down.' : '',
  ].join('');
}

/** What the number of people and pieces was chosen for. */
export function sizedForText(tasting: Tasting): string {
  const { assumed, decision, test } = tasting;
  const noShows = assumed.noShows > 0 ? `; ${Math.round(assumed.noShows * 100)} % may not come` : '';
  if (isOfTwoSamples(test)) {
    const vary = isOfMethods(tasting)
      ? `; answers vary by ${assumed.noise} points, pieces by ${assumed.pieceSpread}`
      : '';
    const share = (value: number): string => `${Math.round(value * 100)} %`;
    return seeksSimilarity(tasting)
      ? `Ruling out that ${inPercent(decision.mostTellers)} of people can tell, where nobody can${vary}${noShows}.`
      : `${share(assumed.discriminators)} of people who can tell${vary}${noShows}.`;
  }
  const edge = assumed.firstEdge > 0 ? `, ${assumed.firstEdge} for being first` : '';
  const sought = isAgainstMargin(test)
    ? `Ruling out ${counted(decision.margin, 'point')} of nine, where nothing is lost and`
    : `A difference of ${counted(assumed.difference, 'point')} of nine, where`;
  return `${sought}  people differ by ${assumed.disagreement}, answers by ${assumed.noise}, pieces by ${assumed.pieceSpread} (standard deviations)${edge}${noShows}.`;
}
