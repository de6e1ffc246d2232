export { domainOf, ticksOf, type Chart, type Dot, type DotChart, type MapChart, type ShareChart } from './chart';
export { better, chancesChart, dots, higherFirst, legendOf, oneDot, rowsOf, times100 } from './dots';
export { captionOf, mapLayout, type MapLayout } from './map';
export { methodLook, type MethodLook } from './look';
export { letterRuns } from './letters';
export { padPath, SEALED_NOTCH } from './pad';
export { svgOf, type Drawing } from './svg';
