import { expose } from 'comlink';
import { createSplitService } from './service';

expose(createSplitService());
