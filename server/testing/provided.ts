import 'vitest'

declare module 'vitest' {
  /** Set by whoever starts the tests' database: where it is. */
  interface ProvidedContext { databaseUrl: string }
}
