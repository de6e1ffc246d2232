export { simulatePanelist, type SimulatedAnswers, type SimulatedTruth } from './panel';
