/** What several sections say of how their numbers came to be. */

export const PIECES =
  'Cochran & Cox, Experimental Designs, chapter 4; Edgington & Onghena, Randomization Tests, chapter 6';
export const MIXED =
  'Scores are the sum of a method, of a panelist, of a piece and of chance, fitted by restricted maximum likelihood; means are those of the model, intervals from Student’s t with Satterthwaite’s degrees of freedom, pairs by Tukey.';
export const MIXED_SOURCE =
  'Lawless & Heymann, Sensory Evaluation of Food; Satterthwaite 1946, Biometrics Bulletin 2, 110-114';
