/**
 * A setting that is a whole number; the usual one where it is not set.
 * @throws Error that names the setting, where it is none
 */
export function figure(name: string, usual: number, least = 1): number {
  const set = process.env[name], found = Number(set ?? usual)
  // An empty text is none, though it counts as 0.
  if (!Number.isInteger(found) || found < least || set?.trim() === '')
    throw new Error(`${name} is "${set}": set it to a whole number, ${least} or more, or leave it out for ${usual}.`)
  return found
}

/** With less room than this on a disk something will soon be refused, MB. */
export const spareMB = (): number => figure('READY_CUFF_SPARE_MB', 50, 0)

/**
 * What is wrong with the settings, a sentence each. Found as the server begins: later each of them would be a fault in every request.
 * @param checks each of which throws where its setting makes no sense
 */
export const settingsRefused = (checks: readonly (() => unknown)[]): string[] => checks.flatMap((check) => {
  try {
    check()
    return []
  } catch (error) {
    return [(error as Error).message]
  }
})
