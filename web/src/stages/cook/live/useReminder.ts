import { useEffect } from 'react';
import { useAwake } from '../../../ui/useAwake';

/** Keeps the screen on, and calls once when something new is due: by a short tone, and by a buzz where there is one. */
export function useReminder(due: string | null): void {
  useEffect(() => {
    if (due === null) return;
    if ('vibrate' in navigator) navigator.vibrate([200, 100, 200]);
    tone();
  }, [due]);
  useAwake();
}

let audio: AudioContext | null = null;

/** Browsers play nothing before the first tap on the page; until then it stays silent. */
function tone(): void {
  try {
    audio ??= new AudioContext();
    if (audio.state !== 'running') return;
    const [source, volume] = [audio.createOscillator(), audio.createGain()];
    source.frequency.value = 660;
    volume.gain.setValueAtTime(0.2, audio.currentTime);
    volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.6);
    source.connect(volume).connect(audio.destination);
    source.start();
    source.stop(audio.currentTime + 0.6);
  } catch {
    audio = null;
  }
}
