export { chartsOf } from './charts';
export { attributesChart, wordsMapChart } from './mapCharts';
export { domainOf, ticksOf, type Chart, type Dot, type DotChart, type MapChart, type ShareChart } from './chart';
export { mapLayout, type MapLayout } from './map';
export { methodLook, type MethodLook } from './look';
export { letterRuns } from './letters';
export { padPath, SEALED_NOTCH } from './pad';
export { svgOf, type Drawing } from './svg';
