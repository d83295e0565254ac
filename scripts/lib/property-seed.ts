import fc from 'fast-check'

/** Properties are tried on the same examples every time; `PROPERTY_SEED=7 npm run unit` looks at others. */
fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: Number(process.env.PROPERTY_SEED ?? 1) })
