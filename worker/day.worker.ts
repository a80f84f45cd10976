import { expose } from 'comlink';
import { solveDay } from '../core/day';

const layer = { layOut: solveDay };

export type DayWorker = typeof layer;
expose(layer);
