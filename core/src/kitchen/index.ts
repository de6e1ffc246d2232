export * from './dose';
export * from './heat';
export * from './limits';
export * from './probe';
export * from './chain';
export * from './runSheet';
export * from './day';
export * from './readings';
