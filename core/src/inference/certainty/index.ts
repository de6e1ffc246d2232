export { falseDiscovery } from './falseDiscovery';
export { holm } from './holm';
export { letters } from './letters';
export { correlatedP, manyToOneP, manyToOneUpperP } from './manyToOne';
export { meanInterval, type MeanWithInterval } from './meanInterval';
export { shaffer } from './shaffer';
export { saysHow, type NoTest, type Probability } from './probability';
export { clopperPearson, wilson, type Interval } from './proportion';
