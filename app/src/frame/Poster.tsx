import type { Look } from '@fulgent/core/document';
import { cutDown } from '@fulgent/core/transport';

interface Props {
  /** The look that it shows, as far as that decides the cut. */
  readonly look: Pick<Look, 'camera' | 'subject'>;
  readonly width: number;
  readonly height: number;
  readonly url: string;
  readonly onLost: () => void;
}

/** A picture of all that a look's camera takes in, drawn before: cut as the one that is drawn. */
export function Poster({ look, width, height, url, onLost }: Props) {
  const down = cutDown(look, width, height);
  return (
    <img
      src={url}
      alt=""
      data-poster=""
      onError={onLost}
      style={{
        position: 'absolute',
        left: 0,
        top: 0,
        width,
        height,
        objectFit: 'cover',
        objectPosition: `50% ${100 * down}%`,
        pointerEvents: 'none',
      }}
    />
  );
}
