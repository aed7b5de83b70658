/** Says a sentence where the browser has a voice for it; else sounds a short tone, and the caption tells. */
export function speak(text: string): 'voice' | 'tone' {
  const voices = 'speechSynthesis' in window ? window.speechSynthesis.getVoices() : [];
  const voice =
    voices.find(({ lang, localService }) => localService && lang.startsWith('en')) ??
    voices.find(({ localService }) => localService);
  if (!voice) {
    tone();
    return 'tone';
  }
  window.speechSynthesis.cancel();
  const words = new SpeechSynthesisUtterance(text);
  words.voice = voice;
  words.rate = 0.95;
  window.speechSynthesis.speak(words);
  return 'voice';
}

export function hush(): void {
  if ('speechSynthesis' in window) window.speechSynthesis.cancel();
}

let audio: AudioContext | null = null;

/** Two soft notes: look at the words. */
function tone(): void {
  try {
    audio ??= new AudioContext();
    const at = audio.currentTime;
    for (const [n, pitch] of [660, 880].entries()) {
      const [note, loudness] = [audio.createOscillator(), audio.createGain()];
      note.frequency.value = pitch;
      loudness.gain.setValueAtTime(0.0001, at + n * 0.16);
      loudness.gain.exponentialRampToValueAtTime(0.12, at + n * 0.16 + 0.02);
      loudness.gain.exponentialRampToValueAtTime(0.0001, at + n * 0.16 + 0.15);
      note.connect(loudness).connect(audio.destination);
      note.start(at + n * 0.16);
      note.stop(at + n * 0.16 + 0.16);
    }
  } catch {
    // A browser without sound still shows the words.
  }
}
