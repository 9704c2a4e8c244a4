import { SubPage, type SubPages } from '../ui/SubPage';
import { AddressesPage } from './AddressesPage';
import { BracketPage } from './BracketPage';
import { CuttingPage } from './CuttingPage';
import { DevicesPage } from './DevicesPage';
import { DrawPage } from './DrawPage';
import { FramePage } from './FramePage';
import { FramesPage } from './FramesPage';
import { LivePage } from './LivePage';
import { MeterPage } from './MeterPage';
import { PosesPage } from './PosesPage';
import { RolesPage } from './RolesPage';
import { SafetyPage } from './SafetyPage';
import { SchedulePage } from './SchedulePage';
import { ReweighPage } from './ReweighPage';

const PAGES: SubPages = {
  safety: { title: 'Safety', Page: SafetyPage },
  frames: { title: 'Test frames', Page: FramesPage },
  frame: { title: 'Test frame and plan', Page: FramePage },
  live: { title: 'Live picture', Page: LivePage },
  meter: { title: 'Meter readings', Page: MeterPage },
  draw: { title: 'Draw on a frame', Page: DrawPage },
  bracket: { title: 'Bracket', Page: BracketPage },
  reweigh: { title: 'Remix light-alone frames', Page: ReweighPage },
  cutting: { title: 'Gels to cut', Page: CuttingPage },
  addresses: { title: 'Addresses', Page: AddressesPage },
  poses: { title: 'Poses', Page: PosesPage },
  roles: { title: 'Who does what', Page: RolesPage },
  schedule: { title: 'Set-ups of the day', Page: SchedulePage },
  devices: { title: 'Stand-in devices', Page: DevicesPage },
};

/** One part of the day, in full. */
export function SheetPage({ page }: { readonly page: string }) {
  return <SubPage pages={PAGES} page={page} home="sheet" backTo="Back to the run sheet" />;
}
