/** The time stands still at a moment, and only the time: everything that waits goes on. Until `jest.useRealTimers()`. */
export function stopClockAt(moment: number): void {
  jest.useFakeTimers({
    now: moment,
    doNotFake: [
      ...(['hrtime', 'nextTick', 'performance', 'queueMicrotask', 'setImmediate', 'clearImmediate'] as const),
      ...(['setInterval', 'clearInterval', 'setTimeout', 'clearTimeout'] as const),
    ],
  });
}
