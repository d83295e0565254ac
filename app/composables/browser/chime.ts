/** What a hand on a phone feels of it, ms on and off. */
const FELT = { tick: [40], lift: [300, 80, 300, 80, 300], done: [500, 120, 500] } as const
const feel = (what: keyof typeof FELT): void => { try { navigator.vibrate?.([...FELT[what]]) } catch { /* no motor here */ } }

/** Short sounds for the pressing clock, felt as well where a device can; silent where the browser allows none. */
export function useChime() {
  let audio: AudioContext | null = null
  function sound(hertz: number, forS: number, times = 1): void {
    try {
      audio ??= new AudioContext()
      for (let i = 0; i < times; i++) {
        const at = audio.currentTime + i * (forS + 0.08)
        const tone = audio.createOscillator(), gain = audio.createGain()
        tone.frequency.value = hertz
        gain.gain.setValueAtTime(0.25, at)
        gain.gain.exponentialRampToValueAtTime(0.001, at + forS)
        tone.connect(gain).connect(audio.destination)
        tone.start(at)
        tone.stop(at + forS)
      }
    } catch { /* no sound here: the clock is also seen and read out */ }
  }
  onScopeDispose(() => { void audio?.close() })
  const heard = (what: keyof typeof FELT, ...tone: Parameters<typeof sound>) => () => {
    sound(...tone)
    feel(what)
  }
  return { tick: heard('tick', 880, 0.06), lift: heard('lift', 660, 0.3, 3), done: heard('done', 440, 0.5, 2) }
}
