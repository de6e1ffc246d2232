import type { Report } from '../report';

/** Options of `jacana analyse`, as typed. */
export interface AnalyseOptions {
  test: string;
  panelist?: string;
  sample?: string;
  value?: string;
  replicate?: string;
  higherIsBetter?: boolean;
  reference?: string;
  order?: string[];
  margin?: number;
  ties?: 'half' | 'davidson';
  orderEffect?: boolean;
  alpha: number;
  seed: string;
  onProgress?: (fraction: number) => void;
}

/** One test that `jacana analyse` knows. */
export interface TestCommand {
  /** What it is for, in a line or two of the help. */
  about: string;
  /** Options without which it cannot read the file. */
  needs: ('panelist' | 'sample' | 'value' | 'order')[];
  /** Options it reads beside those that every test has (alpha, seed, json). */
  reads: (keyof AnalyseOptions)[];
  run: (text: string, options: AnalyseOptions) => Report;
}
