import { SubPage, type SubPages } from '../ui/SubPage';
import { EffectsPage } from './EffectsPage';
import { InstrumentsPage } from './InstrumentsPage';
import { MatrixPage } from './MatrixPage';
import { PocketsPage } from './PocketsPage';
import { TrimsPage } from './TrimsPage';
import { VersionsPage } from './VersionsPage';
import { WidePage } from './WidePage';
import { WrongPage } from './WrongPage';

const PAGES: SubPages = {
  matrix: { title: 'Alone, in pairs, all', Page: MatrixPage },
  pockets: { title: 'Depth zones', Page: PocketsPage },
  trims: { title: 'Trims and groups', Page: TrimsPage },
  wrong: { title: 'What is wrong', Page: WrongPage },
  wide: { title: 'Balance more than powers', Page: WidePage },
  versions: { title: 'Versions', Page: VersionsPage },
  effects: { title: 'Effects', Page: EffectsPage },
  instruments: { title: 'Instruments', Page: InstrumentsPage },
};

/** One question of building up, in full. */
export function BuildPage({ page }: { readonly page: string }) {
  return <SubPage pages={PAGES} page={page} home="build" backTo="Back to the build-up" />;
}
