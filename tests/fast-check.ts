import fc from 'fast-check';

/**
 * The same inputs in every run, so that what fails fails again and nothing else does. `FC_SEED=…` takes others: `npm run endurance` does, and what it
 * finds becomes a test of its own.
 */
fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? 20_270_414) });
