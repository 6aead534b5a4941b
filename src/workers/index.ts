/**
 * workers: heavy computation away from the page. The service is the same inline and in the worker. Start with protocol.ts.
 */
export { createSplitClient, inlineService, splitWorker, type ClientPorts } from './client';
export { createSplitService } from './service';
export type { SplitService } from './protocol';
export { createSoundClient } from './sound-client';
export { createSoundService } from './sound-service';
export type { SoundInfo, SoundJob, SoundService } from './sound-protocol';
export { createTakeClient, type TakeClient } from './take-client';
