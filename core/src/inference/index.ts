export * from './attributes';
export * from './certainty';
export * from './discrimination';
export * from './mixed';
export * from './panel';
export * from './pieces';
export * from './rankings';
export * from './strength';
