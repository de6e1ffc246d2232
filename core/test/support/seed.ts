import fc from 'fast-check';

/** Every run draws the same cases, so that a red test is red for whoever looks next; another SEED draws others. */
fc.configureGlobal({ seed: Number(process.env.SEED ?? 1) });
