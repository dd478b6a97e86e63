import { ref, watch, type Ref } from 'vue'
import { recall, remember } from '../../keep/device'

/** useSign gives a sound and a sign that is seen when a time is up; each can be off, as this device is told. */
export function useSign(left: Ref<number | undefined>, step: Ref<string | undefined>) {
  const sound = ref(true)
  const sight = ref(true)
  const flash = ref(false)
  void recall<boolean>('sound').then((v) => (sound.value = v ?? true))
  void recall<boolean>('sight').then((v) => (sight.value = v ?? true))
  watch(sound, (v) => void remember('sound', v))
  watch(sight, (v) => void remember('sight', v))
  let air: AudioContext | undefined
  /** wake lets sound be heard later: a browser wants a touch first. */
  const wake = () => {
    air ??= new AudioContext()
    if (air.state === 'suspended') void air.resume()
  }
  function ring() {
    if (!air) return
    for (const [after, pitch] of [
      [0, 660],
      [0.22, 880],
    ] as const) {
      const tone = air.createOscillator()
      const loud = air.createGain()
      tone.frequency.value = pitch
      loud.gain.setValueAtTime(0.18, air.currentTime + after)
      loud.gain.exponentialRampToValueAtTime(0.001, air.currentTime + after + 0.2)
      tone.connect(loud).connect(air.destination)
      tone.start(air.currentTime + after)
      tone.stop(air.currentTime + after + 0.2)
    }
  }
  let rung = ''
  watch([left, step], ([l, s], [before]) => {
    if (l === undefined || !s || l > 0 || rung === s || (before ?? 1) <= 0) return
    rung = s
    if (sound.value) ring()
    if (!sight.value) return
    flash.value = true
    setTimeout(() => (flash.value = false), 1_200)
  })
  return { sound, sight, flash, wake }
}
