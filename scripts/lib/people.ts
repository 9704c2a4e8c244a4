// The people of the picture in the set-ups that show what gives a picture away: drawn beside each other on one sheet.
import { makeLight } from '../../core/src/planning/light-sets';
import { kitCamera, fixtureOf, modifierOf } from '../../core/src/catalogue';
import { demoLooks } from '../../core/src/demo';
import { PERSON_IDS, type Light, type Look, type PersonId } from '../../core/src/document';
import { makeStudio } from '../../core/src/picture/index';
import { readFiguresFrom } from '../../core/figures/read';

type Place = Light['position'];
const FACE_M = 1.62;

interface Lamp {
  readonly id: string;
  readonly role: Light['role'];
  readonly at: Place;
  readonly aim?: Place;
  readonly fixture?: string;
  readonly modifier: string;
  readonly gel?: string;
  readonly stops: number;
}

const lamp = ({ id, role, at, aim = [0, FACE_M, 0], fixture = 'flash-400', modifier, gel, stops }: Lamp): Light =>
  makeLight({
    id,
    name: id,
    role,
    position: at,
    aim,
    fixture: fixtureOf(fixture),
    modifier: modifierOf(modifier),
    gels: gel ? [{ gel, strength: 1 }] : [],
    powerStops: stops,
  });

const soft = (id: string, at: Place, stops: number, gel?: string) =>
  lamp({ id, role: 'key', at, modifier: 'softbox', stops, ...(gel ? { gel } : {}) });
const hard = (id: string, at: Place, stops: number, gel?: string) =>
  lamp({ id, role: 'rim', at, modifier: 'reflector', stops, ...(gel ? { gel } : {}) });
const ground = (stops: number, gel?: string) =>
  lamp({
    id: 'ground',
    role: 'background',
    at: [1.1, 1.4, -0.9],
    aim: [0.2, 1.5, -2.4],
    modifier: 'reflector',
    stops,
    ...(gel ? { gel } : {}),
  });

interface SetUp {
  readonly lights: readonly Light[];
  readonly backdrop: number;
  readonly more?: (look: Look) => Look;
}

const SET_UPS: readonly SetUp[] = [
  {
    lights: [
      soft('key', [-0.75, 2.3, 1.3], -3.4),
      hard('left', [-1.3, 2.1, -0.95], -3.4, 'teal-mid'),
      hard('right', [1.25, 2.05, -1], -3.6, 'amber-deep'),
      ground(-3, 'azure-mid'),
    ],
    backdrop: 0.25,
  },
  { lights: [hard('key', [-1.5, 2.1, 0.9], -4.6), ground(-6)], backdrop: 0.2 },
  { lights: [soft('key', [-0.85, 2.3, 1.2], -3.3), soft('fill', [0.9, 1.6, 1.3], -5), ground(-1.4)], backdrop: 0.86 },
  {
    lights: [
      soft('key', [-1.1, 1.95, 0.85], -2.4, 'magenta-mid'),
      soft('teal', [1.2, 1.8, 0.4], -2.2, 'teal-mid'),
      hard('hair', [0.6, 2.5, -1.1], -4, 'magenta-mid'),
    ],
    backdrop: 0.02,
  },
  {
    lights: [soft('over', [0, 2.25, 1.15], -3.3), soft('under', [0, 1.0, 1.05], -5), hard('hair', [0.5, 2.5, -1.1], -4.6)],
    backdrop: 0.12,
  },
  {
    lights: [
      lamp({
        id: 'lamp',
        role: 'practical',
        at: [0.34, 1.72, -0.22],
        aim: [0, 1.6, 0.3],
        modifier: 'globe',
        gel: 'warm-full',
        stops: -5.2,
      }),
      soft('fill', [-1.2, 1.9, 1.2], -6.4, 'cool-half'),
    ],
    backdrop: 0.12,
  },
  {
    lights: [hard('beam', [1.3, 2.6, -1.6], -1.9, 'amber-deep'), soft('key', [-1, 1.9, 1.1], -5, 'cool-half')],
    backdrop: 0.05,
    more: (look) => ({ ...look, air: { hazePerM: 0.02 } }),
  },
];

const LOOKS: Readonly<Record<PersonId, Partial<Look['subject']>>> = {
  long: {
    garment: 'shirt',
    skinDepth: 0.1,
    undertone: 0,
    hair: { kind: 'material', id: 'hair-brown' },
    wardrobe: { kind: 'material', id: 'cloth-white' },
  },
  cropped: {
    garment: 'jacket',
    skinDepth: 0.5,
    undertone: 0.1,
    hair: { kind: 'material', id: 'hair-black' },
    wardrobe: { kind: 'neutral', reflectance: 0.07 },
  },
  beard: {
    garment: 'coat',
    skinDepth: 0.16,
    undertone: -0.2,
    hair: { kind: 'material', id: 'hair-dark' },
    wardrobe: { kind: 'neutral', reflectance: 0.05 },
  },
  curls: {
    garment: 'sweater',
    skinDepth: 0.6,
    undertone: 0.2,
    hair: { kind: 'material', id: 'hair-black' },
    wardrobe: { kind: 'material', id: 'cloth-cream' },
  },
  bald: {
    garment: 'apron',
    headwear: 'cap',
    skinDepth: 0.3,
    undertone: 0.1,
    hair: { kind: 'material', id: 'hair-dark' },
    wardrobe: { kind: 'neutral', reflectance: 0.3 },
  },
};

export interface Sheet {
  readonly columns: number;
  readonly width: number;
  readonly height: number;
  readonly pictures: readonly Uint8ClampedArray[];
}

/** One row a person, one column a set-up. */
export function peopleSheet(figures: string, width: number, height: number): Sheet {
  readFiguresFrom(figures);
  const base = demoLooks()[0]!;
  const pictures = PERSON_IDS.flatMap((person) => {
    const studio = makeStudio();
    return SET_UPS.map(({ lights, backdrop, more }) => {
      const look: Look = {
        ...base,
        camera: {
          ...kitCamera('stills-soft'),
          iso: 200,
          aperture: 5.6,
          focalMm: 108,
          sensorWidthMm: 24,
          sensorHeightMm: 30,
          distanceM: 1.62,
        },
        subject: { ...base.subject, headwear: 'none', headTurnDeg: 9, person, ...LOOKS[person] },
        backdrop: { ...base.backdrop, surface: { kind: 'neutral', reflectance: backdrop } },
        ambient: { ...base.ambient, lux: 0 },
        lights: lights.map((light) => ({ ...light, powerStops: light.powerStops })),
      };
      return studio.picture({ look: more ? more(look) : look, width, height, fineness: 2, forEye: true }).rgba;
    });
  });
  return { columns: SET_UPS.length, width, height, pictures };
}
