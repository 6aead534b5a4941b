import { expose } from 'comlink';
import { checkTake, demoTake } from '../core/take/index';
import type { TakeService } from './take-protocol';

const service: TakeService = { check: checkTake, demo: demoTake };
expose(service);
