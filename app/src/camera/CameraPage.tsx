import { SubPage, type SubPages } from '../ui/SubPage';
import { BlackFramePage } from './BlackFramePage';
import { MixedPage } from './MixedPage';
import { MotionPage } from './MotionPage';
import { NightPage } from './NightPage';
import { TradeOffPage } from './TradeOffPage';
import { WhitePage } from './WhitePage';

const PAGES: SubPages = {
  'black-frame': { title: 'Ambient and black frame', Page: BlackFramePage },
  white: { title: 'White balance', Page: WhitePage },
  mixed: { title: 'Flash with continuous light', Page: MixedPage },
  'trade-off': { title: 'What a stop costs', Page: TradeOffPage },
  motion: { title: 'Moving subject', Page: MotionPage },
  night: { title: 'Day for night, ND', Page: NightPage },
};

/** One question about the camera, in full. */
export function CameraPage({ page }: { readonly page: string }) {
  return <SubPage pages={PAGES} page={page} home="camera" backTo="Back to the camera" />;
}
