declare module 'vue' {
  interface ComponentCustomProperties {
    /** One of our own texts, in the words of the workroom's region. */
    $say: <T>(text: T) => T
  }
}
export {}
