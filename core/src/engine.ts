/** Version of the computation, written into every plan and every set of findings. */
export const ENGINE = 'jacana-core 0.14.0';

/**
 * Whether a plan was locked by this version of the computation, or a later one: rules that came with it hold for such
 * plans alone.
 *
 * @example
 * isSince({ engine: 'jacana-core 0.9.0' }, [0, 12]) // false
 */
export function isSince({ engine }: { engine: string }, [since, sinceMinor]: readonly [number, number]): boolean {
  const [major, minor] = (/(\d+)\.(\d+)/.exec(engine) ?? ['', '0', '0']).slice(1).map(Number);
  return major > since || (major === since && minor >= sinceMinor);
}
