/** A small picture, as a camera might give it. */
export const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAoAAAAKCAIAAAACUFjqAAAAFklEQVR42mNkaPjPgBsw4ZFjGJUmKA0ANQkBE7oVz1kAAAAASUVORK5CYII=', 'base64',
)
