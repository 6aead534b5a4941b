import type { DeckMessage } from './decks.worklet';
import workletUrl from './decks.worklet.ts?worker&url';
import type { SoundDevice } from './sound-device';

/** The browser's sound. Rejects with a sentence for the player where there is none. */
export async function openSpeakers(): Promise<SoundDevice> {
  if (typeof SharedArrayBuffer === 'undefined' || !globalThis.crossOriginIsolated) {
    throw new Error('This page was not opened from its own server, so the browser lets it make no sound.');
  }
  if (typeof AudioContext === 'undefined' || typeof AudioWorkletNode === 'undefined') {
    throw new Error('This browser cannot play sound that is worked out as it goes.');
  }
  let context: AudioContext;
  try {
    context = new AudioContext({ latencyHint: 'interactive' });
    await context.audioWorklet.addModule(workletUrl);
  } catch {
    throw new Error(
      'No sound can be made here: the browser found no sound card or was not allowed to use it.',
    );
  }
  const node = new AudioWorkletNode(context, 'decks', { numberOfInputs: 1, outputChannelCount: [2] });
  node.connect(context.destination);
  const tell = (message: DeckMessage) => node.port.postMessage(message);
  return {
    rate: context.sampleRate,
    get delayS() {
      return context.baseLatency + (context.outputLatency || 0);
    },
    take: (memory, version) => tell({ kind: 'take', memory, version }),
    faders: (faders) => tell({ kind: 'faders', faders }),
    version: (version) => tell({ kind: 'version', version }),
    stop: () => tell({ kind: 'stop' }),
    wake: () => {
      if (context.state !== 'running') void context.resume();
    },
    capture: (memory) => tell({ kind: 'capture', memory }),
    record(stream, memory) {
      const source = context.createMediaStreamSource(stream);
      source.connect(node);
      tell({ kind: 'record', memory });
      return () => {
        tell({ kind: 'record', memory: null });
        source.disconnect();
      };
    },
  };
}
