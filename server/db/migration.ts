interface MigrationTools {
  query: (sql: string) => Promise<unknown>
}
/** Small, named by date and purpose, and able to go down again. */
export interface Migration {
  name: string
  up: (tools: MigrationTools) => Promise<void>
  down: (tools: MigrationTools) => Promise<void>
}
