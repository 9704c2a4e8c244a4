import { useId } from 'react';
import Svg, { Circle, Defs, G, Path, Pattern, Rect } from 'react-native-svg';

/** Recorded colours by probe id. */
export type Patches = Readonly<Record<string, string>>;

/** The picture's own units. */
export const PICTURE = { width: 390, height: 280 } as const;

/** Where each patch is, as a path, and where its middle is. Left and right are the picture's. */
interface Patch {
  readonly path: string;
  readonly at: readonly [x: number, y: number];
}

const HEAD_LEFT = 'M195 66C158 66 143 96 143 132C143 168 166 204 195 204';
const HEAD_RIGHT = 'M195 66C232 66 247 96 247 132C247 168 224 204 195 204';
/** The edge of the light on the face, bulging towards the shadow side. */
const EDGE_TO_RIGHT = 'C216 176 222 104 195 66Z';
const EDGE_TO_LEFT = 'C174 176 168 104 195 66Z';

const BACKDROP: Readonly<Record<string, Patch>> = {
  'backdrop-left': { path: 'M0 0H118V280H0Z', at: [52, 70] },
  backdrop: { path: 'M0 0H390V280H0Z', at: [134, 24] },
  'backdrop-right': { path: 'M272 0H390V280H272Z', at: [338, 70] },
};

/** The middle of the backdrop as it shows between its neighbours, for overlays. */
const BACKDROP_MIDDLE = 'M118 0H272V280H118Z';

const SUBJECT: Readonly<Record<string, Patch>> = {
  wardrobe: { path: 'M62 280C68 236 112 226 166 214C176 232 214 232 224 214C278 226 322 236 328 280Z', at: [195, 256] },
  'hair-left': {
    path: 'M195 40C148 38 122 74 127 128C128 136 133 142 143 143C144 116 150 97 166 88C176 82 186 82 195 84Z',
    at: [145, 92],
  },
  'hair-right': {
    path: 'M195 40C242 38 268 74 263 128C262 136 257 142 247 143C246 116 240 97 224 88C214 82 204 82 195 84Z',
    at: [245, 92],
  },
};

const NECK = 'M172 188H218V218C214 234 176 234 172 218Z';

function faces(keySide: 'left' | 'right'): Record<string, Patch> {
  const left: Patch = { path: `${HEAD_LEFT}${keySide === 'left' ? EDGE_TO_RIGHT : EDGE_TO_LEFT}`, at: [172, 146] };
  const right: Patch = { path: `${HEAD_RIGHT}${keySide === 'left' ? EDGE_TO_RIGHT : EDGE_TO_LEFT}`, at: [227, 146] };
  return keySide === 'left' ? { 'face-key': left, 'face-shadow': right } : { 'face-key': right, 'face-shadow': left };
}

/** Every patch by probe id, those behind first. */
export function patchesOf(keySide: 'left' | 'right'): Readonly<Record<string, Patch>> {
  return { ...BACKDROP, ...faces(keySide), ...SUBJECT };
}

interface Props {
  readonly patches: Patches;
  readonly keySide?: 'left' | 'right';
  readonly width: number;
  readonly height: number;
  /** Probe ids to hatch (clipped) and to dot (below the window). */
  readonly clipped?: readonly string[];
  readonly dark?: readonly string[];
  readonly selected?: string | null;
}

const NOTHING = '#000000';

/** What is recorded at the probes, laid out like the picture: backdrop behind, the subject in front. */
export function LookPicture({ patches, keySide = 'left', width, height, clipped = [], dark = [], selected }: Props) {
  const id = useId().replace(/[^a-zA-Z0-9]/g, '');
  const face = faces(keySide);
  const colour = (probe: string) => patches[probe] ?? NOTHING;
  const all = patchesOf(keySide);
  const chosen = selected ? all[selected] : undefined;
  const ring = 9 / Math.max(1, width / PICTURE.width, height / PICTURE.height);
  const overlay = (probes: readonly string[], fill: string) =>
    probes.map((probe) =>
      all[probe] ? (
        <Path key={`${fill}${probe}`} d={probe === 'backdrop' ? BACKDROP_MIDDLE : all[probe].path} fill={fill} />
      ) : null,
    );
  return (
    <Svg
      width={width}
      height={height}
      viewBox={`0 0 ${PICTURE.width} ${PICTURE.height}`}
      preserveAspectRatio="xMidYMid slice"
      aria-hidden
    >
      <Defs>
        <Pattern id={`h${id}`} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <Rect width="2" height="7" fill="#000000" />
          <Rect x="2" width="1.2" height="7" fill="#ffffff" />
        </Pattern>
        <Pattern id={`d${id}`} width="9" height="9" patternUnits="userSpaceOnUse">
          <Circle cx="2.5" cy="2.5" r="1.5" fill="#b9b9b9" />
        </Pattern>
      </Defs>
      {/* Wider patches lie under their neighbours, so that no seam shows between them. */}
      {(['backdrop', 'backdrop-left', 'backdrop-right'] as const).map((probe) => (
        <Path key={probe} d={BACKDROP[probe]!.path} fill={colour(probe)} />
      ))}
      <Path d={NECK} fill={colour('face-shadow')} />
      <Path d={SUBJECT['wardrobe']!.path} fill={colour('wardrobe')} />
      <G>
        <Path d={`${HEAD_LEFT}C224 204 247 168 247 132C247 96 232 66 195 66Z`} fill={colour('face-shadow')} />
        {Object.entries(face).map(([probe, { path }]) => (
          <Path key={probe} d={path} fill={colour(probe)} />
        ))}
        {(['hair-left', 'hair-right'] as const).map((probe) => (
          <Path key={probe} d={SUBJECT[probe]!.path} fill={colour(probe)} />
        ))}
      </G>
      {overlay(clipped, `url(#h${id})`)}
      {overlay(dark, `url(#d${id})`)}
      {chosen ? (
        <>
          <Circle cx={chosen.at[0]} cy={chosen.at[1]} r={ring} fill="none" stroke="#000000" strokeWidth={ring * 0.45} />
          <Circle cx={chosen.at[0]} cy={chosen.at[1]} r={ring} fill="none" stroke="#ffffff" strokeWidth={ring * 0.22} />
        </>
      ) : null}
    </Svg>
  );
}
