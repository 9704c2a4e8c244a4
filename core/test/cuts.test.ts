import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import type { Look, Point } from '../src/document';
import { inPicture } from '../src/scene/framing';
import { cutDown, viewOf } from '../src/transport';

const poster = demoLooks()[0]!;
const at = (look: Look, above: number): Point => [0, look.subject.faceHeightM + above, 0];
const heightIn = (look: Look, point: Point, width: number, height: number) => inPicture(viewOf(look, width, height), point)![1];
const upright: Look = { ...poster, camera: { ...poster.camera, sensorWidthMm: 24, sensorHeightMm: 36 } };
/** Of a picture 1 high. */
const WIDTHS = [1.5, 1.6, 1.78, 2, 2.3, 2.39];

describe('a picture that is lower than what the sensor takes in', () => {
  it.each(WIDTHS)('keeps a head whole: %s wide', (width) => {
    for (const look of [poster, upright]) {
      // An upright sensor is only so wide: lower cuts of it are too low for a head.
      if (2 * viewOf(look, width, 1).halfHeight * look.camera.distanceM < 0.32) continue;
      expect(heightIn(look, at(look, 0.17), width, 1)).toBeLessThan(1);
      expect(heightIn(look, at(look, -0.1), width, 1)).toBeGreaterThan(-1);
    }
  });

  it('shows what both ends of a head leave where it is too low for one', () => {
    const [top, chin] = [heightIn(poster, at(poster, 0.19), 6, 1), heightIn(poster, at(poster, -0.12), 6, 1)];
    expect(top).toBeGreaterThan(1);
    expect(top + chin).toBeCloseTo(0, 1);
  });

  it('shows nothing that the whole picture does not', () => {
    for (const look of [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks(), upright])
      for (const width of WIDTHS) {
        const { eye, forward, up, halfHeight } = viewOf(look, width, 1);
        const { sensorWidthMm, sensorHeightMm } = look.camera;
        for (const end of [-1, 1]) {
          const edge = [0, 1, 2].map((i) => eye[i]! + forward[i]! + end * Math.min(halfHeight, 10) * up[i]!) as [
            number,
            number,
            number,
          ];
          expect(Math.abs(heightIn(look, edge, sensorWidthMm, sensorHeightMm))).toBeLessThan(1.01);
        }
      }
  });

  it('lies in the whole picture where it was cut from it', () => {
    const [width, height] = [390, 169];
    const down = cutDown(poster, width, height);
    // Rows of the whole picture at the width of the cut.
    const rows = (width * poster.camera.sensorHeightMm) / poster.camera.sensorWidthMm;
    const rowIn = (point: Point, w: number, h: number) => (0.5 - 0.5 * heightIn(poster, point, w, h)) * h;
    for (const above of [-0.08, 0, 0.1]) {
      const inWhole = rowIn(at(poster, above), width, rows);
      expect(Math.abs(inWhole - (rows - height) * down - rowIn(at(poster, above), width, height))).toBeLessThan(1);
    }
    expect(down).toBeGreaterThanOrEqual(0);
    expect(down).toBeLessThan(0.5);
  });

  it('is cut from the middle where it shows no head, and is no cut where its shape is the sensor’s', () => {
    const bottle = nocturneLooks()[0]!;
    expect(cutDown(bottle, 3, 1)).toBeCloseTo(0.5, 9);
    expect(cutDown(poster, poster.camera.sensorWidthMm, poster.camera.sensorHeightMm)).toBe(0.5);
    expect(cutDown(poster, 4, 5)).toBe(0.5);
  });
});
