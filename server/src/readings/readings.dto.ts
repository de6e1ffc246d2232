import { LIMITS, MEASURES, PROBE_PLACES, SHORT_TEXT, type Measures, type ProbePlace } from '@jacana/core/bundle';
import { Choice, Decimal, ListOf, Moment, Said, SaidNumbers, Text, Whole } from '../fields/fields';

/** Readings in one letter. */
export const MOST_READINGS = 2000;

export class ReadingInput {
  @Whole(LIMITS.reading.channel) channel: number;
  /** By the device's clock, with its zone. */
  @Moment() at: string;
  /** °C, or g of a scale. */
  @Decimal(LIMITS.reading.grams) value: number;
}

export class Readings {
  @ListOf(() => ReadingInput, MOST_READINGS, 1) readings: ReadingInput[];
}

export class StoredReadings {
  /** Readings that are stored now. */
  @Said('integer') stored: number;
  /** Of them, those that were there already. */
  @Said('integer') known: number;
}

export class NewDevice {
  /** It stands in addresses. */
  @Text(SHORT_TEXT / 4, { least: 1, pattern: /^[^/?#%\\]+$/, patternMessage: 'A name goes without / ? # % and \\.' })
  name: string;
  @Choice(MEASURES, 'Measures') measures: Measures;
}

export class DeviceToken {
  @Said('string') name: string;
  /** Shown this once; the server keeps its hash. */
  @Said('string') token: string;
}

export class ChannelView {
  @Said('integer') channel: number;
  /** The last reading. */
  @Said('string') at: string;
  @Said('number') value: number;
}

export class DeviceView {
  @Said('string') name: string;
  @Choice(MEASURES, 'Measures') measures: Measures;
  /** Whether it may send. */
  @Said('boolean') isOpen: boolean;
  @ListOf(() => ChannelView, LIMITS.reading.channel.most) channels: ChannelView[];
}

export class CurveView {
  @Said('string') piece: string;
  @Said('string') device: string;
  @Said('integer') channel: number;
  @Choice(PROBE_PLACES, 'ProbePlace') where: ProbePlace;
  @Said('string') from: string;
  @Said('string', true) to: string | null;
  /** Since `from`; each with what was measured around it: on the average, least and most. A gap has none. */
  @SaidNumbers() seconds: number[];
  @SaidNumbers() mean: number[];
  @SaidNumbers() least: number[];
  @SaidNumbers() most: number[];
}

export class CurvesView {
  @ListOf(() => CurveView, 1000) curves: CurveView[];
}
