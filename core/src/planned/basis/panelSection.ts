import { explored, factOf, nothing, type SectionRecord } from '../../presentation';
import { panelLines, type PanelFinding } from './panel';

/** Groups of panelists, and what the order of serving did. */
export const panelSection: SectionRecord<PanelFinding> = {
  why: {
    how: 'Groups: panelists are cut in two where their rankings differ most, and it is counted how often a cut as deep comes up in panels drawn from one Plackett-Luce model of them all. Position and carry-over: liking, or places turned round so that the best is the highest, with methods in the model and every sitting or set around its own mean.',
    source:
      'Hartigan, Clustering Algorithms, chapter 4; Efron & Tibshirani, An Introduction to the Bootstrap, section 6.5; Jones & Kenward, Design and Analysis of Cross-Over Trials, chapter 5',
  },
  lines: (panel) => explored('panelists and serving order', panelLines(panel)),
  blocks: (panel) => [factOf('Panelists and serving order', panelLines(panel))],
  charts: nothing,
};
