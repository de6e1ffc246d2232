export { doseOf, MOST_NITRITE_PPM, type Dose, type Dosing } from './dose';
