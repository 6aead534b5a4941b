/**
 * clash: findings about what sounds together, in a bandmate's words. It never looks for what to play instead
 * (see split). Start with scene.ts and judge.ts; numbers are in thresholds.ts.
 */
export { judgeHand, playingFindings, sceneAt, songFindings, type Finding } from './findings';
export { judge, nameIn, type Judgement } from './judge';
export { mudOf, type Mud } from './mud';
export { rubBetween, type Rub } from './rub';
export { soundingParts, type Level, type Part, type Scene } from './scene';
export { energyOf, erbRate, overlap } from './separation';
export { DIRT_UNIT } from './thresholds';
