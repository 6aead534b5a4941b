import { expose } from 'comlink';
import { checkTake, demoTake, strikeTimes } from '../core/take/index';
import type { TakeService } from './take-protocol';

const service: TakeService = { check: checkTake, demo: demoTake, strikes: strikeTimes };
expose(service);
