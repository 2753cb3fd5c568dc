const tones = { done: [660, 880], failed: [330, 220], signal: [880, 880, 880] } as const

let context: AudioContext | undefined

/** A short sound. A browser that has not been touched yet plays none; that is no failure. */
export function playTone(kind: keyof typeof tones): void {
  context ??= new AudioContext()
  const from = context.currentTime + 0.01
  tones[kind].forEach((hertz, i) => {
    const oscillator = context!.createOscillator()
    const gain = context!.createGain()
    const at = from + i * 0.14
    oscillator.frequency.value = hertz
    gain.gain.setValueAtTime(0.08, at)
    gain.gain.exponentialRampToValueAtTime(0.001, at + 0.12)
    oscillator.connect(gain).connect(context!.destination)
    oscillator.start(at)
    oscillator.stop(at + 0.13)
  })
}
