/**
 * sound: what ears and amplifiers make of notes: roughness, low interval limits, dirt of a driven grip.
 * Nothing here knows players or songs. Start with roughness.ts and dirt.ts.
 */
export { pairRoughness, roughness, roughnessKernel, type Partial } from './roughness';
export { driveOf, gainClass, type GainClass } from './gain';
export { lowestClear } from './low-interval-limits';
export { dyadDirt, gripDirt } from './dirt';
export { EXPOSURE_RULES, hoursAt, timeAllowedWords } from './exposure';
export { THIRD_OCTAVES, ThirdOctaves } from './third-octaves';
export * from './synth/index';
