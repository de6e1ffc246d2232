export * from './certainty';
export * from './discrimination';
export * from './mixed';
export * from './rankings';
export * from './strength';
