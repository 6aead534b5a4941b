import { fail, ok, type Result } from '../core/base/index';
import { openMicrophone } from './microphone';
import type { Player } from './player';
import { openTape, tapeMemory, type Tape } from './tape';

/** A microphone by the clock of what is played, ready to be recorded. */
export interface Taping {
  /** Samples a second, and seconds from when a frame is read until it is heard. */
  readonly rate: number;
  readonly delayS: number;
  /** Records from now on, so many seconds at most. */
  start(seconds: number): Tape;
  /** Ends the recording, if there is one, and lets the microphone go. */
  end(): void;
}

/** Opens the microphone and the sound card together. Fails with a sentence where one of them is not to be had. */
export async function openTaping(player: Player): Promise<Result<Taping>> {
  const microphone = await openMicrophone();
  if (!microphone.ok) return microphone;
  const leave = () => {
    for (const track of microphone.value.getTracks()) track.stop();
  };
  await player.warm();
  const device = player.device();
  if (!device?.record) {
    leave();
    return fail('No sound can be made here, and what is recorded goes by its clock.');
  }
  const record = device.record.bind(device);
  device.wake();
  let endRecord: (() => void) | null = null;
  return ok({
    rate: device.rate,
    delayS: device.delayS,
    start(seconds) {
      const memory = tapeMemory(Math.ceil(seconds * device.rate));
      endRecord = record(microphone.value, memory);
      return openTape(memory);
    },
    end() {
      endRecord?.();
      endRecord = null;
      leave();
    },
  });
}
