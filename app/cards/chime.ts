/** Where this device remembers that the end of a minute is to be heard. */
const KEY = 'minute-chime';

export const chimes = (): boolean => localStorage.getItem(KEY) === 'yes';
export const setChimes = (on: boolean): void => {
  if (on) localStorage.setItem(KEY, 'yes');
  else localStorage.removeItem(KEY);
};

/** One quiet, low tone, fading within half a second; nothing where the browser lets nothing be heard. */
export function chime(): void {
  try {
    const sound = new AudioContext();
    const tone = sound.createOscillator();
    const loudness = sound.createGain();
    tone.frequency.value = 392;
    loudness.gain.setValueAtTime(0.06, sound.currentTime);
    loudness.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + 0.5);
    tone.connect(loudness).connect(sound.destination);
    tone.start();
    tone.stop(sound.currentTime + 0.5);
    tone.onended = () => void sound.close();
  } catch {
    // A minute without its tone is a minute all the same.
  }
}
