import { fail, ok, type Result } from '../core/base/index';

/** The microphone as it is, without what browsers add for telephoning. Fails with what is wrong and how to mend it. */
export async function openMicrophone(): Promise<Result<MediaStream>> {
  const devices = typeof navigator === 'undefined' ? undefined : navigator.mediaDevices;
  if (typeof devices?.getUserMedia !== 'function')
    return fail(
      'This browser lets no page record here: open Orchestron from its own server (https or localhost).',
    );
  try {
    return ok(
      await devices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 },
      }),
    );
  } catch (error) {
    return fail(reason(error));
  }
}

function reason(error: unknown): string {
  switch (error instanceof Error ? error.name : '') {
    case 'NotAllowedError':
    case 'SecurityError':
      return 'The microphone is not allowed for this page: allow it beside the page’s address, then press Record again.';
    case 'NotFoundError':
    case 'OverconstrainedError':
      return 'No microphone was found: plug one in, then press Record again.';
    case 'NotReadableError':
    case 'AbortError':
      return 'The microphone could not be opened: another program may have it. Close that, then press Record again.';
    default:
      return 'The microphone could not be opened.';
  }
}
