/**
 * time: ticks, metres, tempo. Knows nothing of notes or players. Start with ticks.ts.
 */
export { TICKS_PER_QUARTER } from './ticks';
export {
  barTicks,
  beatName,
  beatTicks,
  countedBeats,
  countedBeatTicks,
  feltBeatTicks,
  isCompound,
  COMMON_TIME,
  formatMeter,
  parseMeter,
  type Meter,
} from './meter';
export { beatsAMinute, formatDuration, quartersAMinute, TEMPO_RANGE, ticksToSeconds } from './tempo';
export {
  asGroup,
  dividedBy,
  greatestDivisor,
  groupedWords,
  isDivided,
  isUsualStep,
  type Divided,
} from './division';
export { delayMs, delayTicks, formatDelay, parseDelay, type Delay } from './delay';
export { delayOf, delayTimes, SLOWER_RANGE, type DelayTime } from './delay-times';
export { tempoOfTaps } from './taps';
export { formatSwing, parseSwing, swungTick, type Swing } from './swing';
