export { chartsOf } from './charts';
export type { Chart, Dot, DotChart, ShareChart } from './chart';
export { methodLook, type MethodLook } from './look';
export { letterRuns } from './letters';
export { padPath, SEALED_NOTCH } from './pad';
export { svgOf, type Drawing } from './svg';
