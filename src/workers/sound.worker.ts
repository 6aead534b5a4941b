import { expose } from 'comlink';
import { createSoundService } from './sound-service';

expose(createSoundService());
