import type { Report } from '../report';

/** Options of `jacana analyse`, as typed. */
export interface AnalyseOptions {
  test: string;
  panelist?: string;
  sample?: string;
  value?: string;
  replicate?: string;
  block?: string;
  piece?: string;
  higherIsBetter?: boolean;
  reference?: string;
  order?: string[];
  /** Columns with a score of each attribute, or a tick of each word; and the one with liking. */
  attributes?: string[];
  liking?: string;
  margin?: number;
  ties?: 'half' | 'davidson';
  orderEffect?: boolean;
  alpha: number;
  seed: string;
  onProgress?: (fraction: number) => void;
}

/** What is counted of each panelist's values: their order, or they themselves. */
export type Counted = 'ranks' | 'scores';

/** One test that `jacana analyse` knows. */
export interface TestCommand {
  /** What it is for, in a line or two of the help. */
  about: string;
  /** Options without which it cannot read the file. */
  needs: ('panelist' | 'sample' | 'value' | 'order' | 'attributes' | 'liking' | 'reference')[];
  /** Options it reads beside those that every test has (alpha, seed, json). */
  reads: (keyof AnalyseOptions)[];
  /** Where it tests pieces, what a test of the methods would count. */
  pieces?: Counted;
  run: (text: string, options: AnalyseOptions) => Report;
}
