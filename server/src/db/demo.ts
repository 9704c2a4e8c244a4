import type { MadeShoot } from '../work/demo-shoots';
import type { Repository } from './repository';

/** Shoots of the demo, oldest first: the list shows the newest on top. */
export const DEMO_SHOOT_IDS = ['nocturne', 'night-oven', 'saltmarsh-fencing-club'] as const;

/** Adds the demo's shoots; brings back what was deleted, and leaves alone what is there. */
export async function addDemo(repo: Repository, make: (id: string) => Promise<MadeShoot>): Promise<void> {
  for (const id of DEMO_SHOOT_IDS) if (!repo.bringBackShoot(id)) repo.addShoot(await make(id));
}
