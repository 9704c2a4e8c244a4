import type { StudyApi } from './study.worker';
import { lazyWorker } from './worker-of';

/** The worker for longer studies and files, started at first use. */
export const study = lazyWorker<StudyApi>(() => new Worker(new URL('./study.worker.ts', window.location.href)));
