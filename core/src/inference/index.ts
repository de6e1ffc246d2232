export * from './certainty';
export * from './mixed';
export * from './rankings';
