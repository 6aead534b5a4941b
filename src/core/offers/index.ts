/**
 * offers: what else could be played, and what it would change: other grips for a cell, cures of findings, cells that
 * follow, three ways to split a section, two guitars folded into one. Everything here is an edit that a player may take.
 * Start with alternatives.ts and cures.ts.
 */
export {
  alternativesFor,
  alternativesInSteps,
  wordsFor,
  type Alternative,
  type CellChoice,
} from './alternatives';
export { connectionCures } from './connection-cures';
export { curesFor, curesInSteps, type Cure } from './cures';
export { differentSplits, type Different } from './different';
export { effectOf, type Effect } from './effect';
export { foldGuitars, type Folded } from './fold';
export { followersOf, followingFor, groundOf, type Following, type Ground } from './follow';
export { pushEdit } from './push-edit';
export { RightHands } from './right-hand';
export { handOffersFor, pushOffer, sectionHandOffers, type HandOffer } from './hand-offers';
