import { paintOf, type Drawn } from '@fulgent/core/day';
import Svg, { G, Polygon, Polyline, Text as SvgText } from 'react-native-svg';
import { FONTS } from '../theme/theme';

/** White on black reads on any picture, and has no hue. */
const INK = '#ffffff';
const EDGE = '#000000';
/** Widths at a picture of 400 pixels; larger ones get more. */
const [LINE, HALO, LETTER] = [2.4, 5, 14];

const scaleOf = (width: number, height: number) => Math.max(1, Math.max(width, height) / 480);

/** What is drawn on a frame, over its picture. */
export function Drawing({
  drawn,
  width,
  height,
}: {
  readonly drawn: readonly Drawn[];
  readonly width: number;
  readonly height: number;
}) {
  const scale = scaleOf(width, height);
  return (
    <Svg width={width} height={height} style={{ position: 'absolute', left: 0, top: 0 }} pointerEvents="none">
      {drawn.map((one, i) => {
        const { strokes, letterings } = paintOf(one, width, height);
        return (
          <G key={i}>
            {[
              { stroke: EDGE, strokeWidth: HALO * scale },
              { stroke: INK, strokeWidth: LINE * scale },
            ].map((pen) =>
              strokes.map(({ points, closed }, k) => {
                const Shape = closed ? Polygon : Polyline;
                return (
                  <Shape
                    key={`${pen.stroke} ${k}`}
                    points={points.map((point) => point.join(',')).join(' ')}
                    fill="none"
                    strokeLinecap="round"
                    strokeLinejoin="round"
                    {...pen}
                  />
                );
              }),
            )}
            {letterings.map(({ x, y, text, anchor }) =>
              [EDGE, INK].map((colour) => (
                <SvgText
                  key={colour}
                  x={x}
                  y={y}
                  textAnchor={anchor}
                  alignmentBaseline="middle"
                  fontFamily={FONTS.textStrong}
                  fontSize={LETTER * scale}
                  fill={colour}
                  stroke={colour === EDGE ? EDGE : 'none'}
                  strokeWidth={colour === EDGE ? 4 * scale : 0}
                  strokeLinejoin="round"
                >
                  {text}
                </SvgText>
              )),
            )}
          </G>
        );
      })}
    </Svg>
  );
}

/** A picture with what is drawn on it, as a PNG file. @throws Error where the picture cannot be read. */
export async function drawnPicture(address: string, drawn: readonly Drawn[]): Promise<Blob> {
  const bitmap = await createImageBitmap(await (await fetch(address)).blob());
  const { width, height } = bitmap;
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const ink = canvas.getContext('2d')!;
  ink.drawImage(bitmap, 0, 0);
  bitmap.close();
  ink.lineCap = ink.lineJoin = 'round';
  ink.textBaseline = 'middle';
  const scale = scaleOf(width, height);
  ink.font = `${LETTER * scale}px ${FONTS.textStrong}`;
  for (const one of drawn) {
    const { strokes, letterings } = paintOf(one, width, height);
    for (const [colour, thick] of [
      [EDGE, HALO],
      [INK, LINE],
    ] as const) {
      ink.strokeStyle = colour;
      ink.lineWidth = thick * scale;
      for (const { points, closed } of strokes) {
        ink.beginPath();
        points.forEach(([x, y], i) => (i === 0 ? ink.moveTo(x, y) : ink.lineTo(x, y)));
        if (closed) ink.closePath();
        ink.stroke();
      }
    }
    for (const { x, y, text, anchor } of letterings) {
      ink.textAlign = anchor;
      ink.lineWidth = 4 * scale;
      ink.strokeStyle = EDGE;
      ink.strokeText(text, x, y);
      ink.fillStyle = INK;
      ink.fillText(text, x, y);
    }
  }
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('The picture could not be written.'))), 'image/png'),
  );
}
