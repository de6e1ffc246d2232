export { drawWalkIn, type Day, type DrawnWalkIn } from './draw';
