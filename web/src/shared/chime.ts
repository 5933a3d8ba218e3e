let context: AudioContext | undefined;

/** Browsers let a page sound only once somebody has pressed something on it: called where that is. */
export function allowChime(): void {
  if (typeof AudioContext === 'undefined') return;
  context ??= new AudioContext();
  if (context.state === 'suspended') void context.resume();
}

const TONES_HZ = [880, 660, 880];
const TONE_S = 0.22;
const SHAKE_MS = [200, 100, 200, 100, 400];

/** Three tones and a shake, as far as the device can. */
export function chime(): void {
  navigator.vibrate?.(SHAKE_MS);
  if (context?.state !== 'running') return;
  for (const [i, hz] of TONES_HZ.entries()) {
    const at = context.currentTime + i * TONE_S * 1.3;
    const tone = new OscillatorNode(context, { frequency: hz });
    const volume = new GainNode(context, { gain: 0.4 });
    tone.connect(volume).connect(context.destination);
    tone.start(at);
    tone.stop(at + TONE_S);
  }
}
