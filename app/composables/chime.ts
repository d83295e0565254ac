/** Short sounds for the pressing clock; silent where the browser allows none. */
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
  return { tick: () => sound(880, 0.06), lift: () => sound(660, 0.3, 3), done: () => sound(440, 0.5, 2) }
}
