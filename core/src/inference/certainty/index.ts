export { falseDiscovery } from './falseDiscovery';
export { holm } from './holm';
export { letters } from './letters';
export { correlatedP, manyToOneP } from './manyToOne';
export { meanInterval, type MeanWithInterval } from './meanInterval';
export { saysHow, type NoTest, type Probability } from './probability';
export { clopperPearson, wilson, type Interval } from './proportion';
