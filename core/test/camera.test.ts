import { applyCurve, baseCamera, makeCamera, recordInto, type CameraOptions } from '../src/camera/camera';
import { responses, sampledSensor, standInSensor } from '../src/camera/sensor';
import { whiteIlluminant } from '../src/camera/white';
import { cctDuv } from '../src/colour/cct';
import { luminousSum, spectrumToXy } from '../src/colour/observer';
import { gaussian, product, sampled, scaled, WAVELENGTHS_NM } from '../src/spectrum/grid';
import { normalised } from '../src/source/source';
import { balancedTriple } from '../src/vivid/alone';

const record = (
  options: Omit<CameraOptions, 'sensor'>,
  stops: number,
  spectrum = whiteIlluminant(options.whiteK ?? 5600, options.tintDuv),
) => {
  const camera = baseCamera(options);
  const out = new Float64Array(3);
  recordInto(out, camera, ...balancedTriple(camera, scaled(spectrum, 2 ** stops)));
  return [...out];
};

describe('white balance and clipping', () => {
  it.each([2500, 3200, 5600, 10000])('records white under its own %i K as R = G = B, two stops over the headroom', (whiteK) => {
    for (const curve of ['rendered', 'film-like', 'log'] as const) {
      for (const tintDuv of [0, -0.01, 0.01]) {
        const [r, g, b] = record({ whiteK, curve, tintDuv }, 3.25 + 2 + Math.log2(0.18));
        expect(g).toBeCloseTo(r!, 9);
        expect(b).toBeCloseTo(r!, 9);
        expect(r).toBeCloseTo(1, 9);
      }
    }
  });

  it('puts mid-grey at 0.18 with every curve', () => {
    for (const curve of ['rendered', 'film-like', 'log'] as const) {
      record({ curve }, Math.log2(0.18)).forEach((v) => expect(v).toBeCloseTo(0.18, 9));
    }
  });

  it('reaches the tint it is asked for, and keeps white at 1 lx', () => {
    for (const [kelvin, tint] of [
      [5600, 0.012],
      [3200, -0.015],
      [4500, 0.006],
    ] as const) {
      const [plain, tinted] = [whiteIlluminant(kelvin), whiteIlluminant(kelvin, tint)];
      expect(cctDuv(spectrumToXy(tinted)).duv! - cctDuv(spectrumToXy(plain)).duv!).toBeCloseTo(tint, 5);
      expect(luminousSum(tinted)).toBeCloseTo(1, 10);
    }
  });

  it('passes from Planck to daylight without a step', () => {
    for (const kelvin of [4000, 5000]) {
      const [x0, y0] = spectrumToXy(whiteIlluminant(kelvin - 0.5));
      const [x1, y1] = spectrumToXy(whiteIlluminant(kelvin + 0.5));
      expect(Math.hypot(x1 - x0, y1 - y0)).toBeLessThan(0.0005);
    }
  });

  it('names what is out of range', () => {
    expect(() => baseCamera({ whiteK: 100 })).toThrow(/whiteK must be a number from 1600/);
    expect(() => baseCamera({ headroomStops: NaN })).toThrow(/headroomStops/);
    expect(() => baseCamera({ curve: 'vivid' as never })).toThrow(/curve must be one of/);
  });
});

describe('curves', () => {
  it('rises without a step in value or slope where the shoulder begins, and ends at 1', () => {
    const camera = baseCamera({ curve: 'film-like' });
    const slope = (x: number) => (applyCurve(camera, x + 1e-6) - applyCurve(camera, x - 1e-6)) / 2e-6;
    expect(slope(0.2499)).toBeCloseTo(1, 5);
    expect(slope(0.2501)).toBeCloseTo(1, 2);
    expect(applyCurve(camera, camera.outputClip)).toBeCloseTo(1, 12);
    expect(applyCurve(camera, -0.2)).toBe(0);
  });

  it('falls back to the straight curve where white clips below 1', () => {
    const low = baseCamera({ curve: 'film-like', headroomStops: 2 });
    expect(low.whiteClip).toBeLessThan(1);
    expect(applyCurve(low, low.whiteClip)).toBe(1);
  });
});

describe('sensors', () => {
  it('keeps camera luminance of narrow lights near their photopic luminance', () => {
    const camera = baseCamera();
    for (let peak = 440; peak <= 660; peak += 5) {
      const light = normalised(sampled((nm) => gaussian(nm, peak, 20)));
      const [r, g, b] = balancedTriple(camera, light);
      const m = camera.matrix;
      const row = (i: number) => m[i]! * r + m[i + 1]! * g + m[i + 2]! * b;
      const luminance = 0.2126 * row(0) + 0.7152 * row(3) + 0.0722 * row(6);
      expect(luminance).toBeGreaterThan(0.6);
      expect(luminance).toBeLessThan(1.4);
    }
  });

  it('takes imported sensitivities and gives the same picture as the sensor they were sampled from', () => {
    const base = standInSensor();
    const imported = sampledSensor({ wavelengthsNm: [...WAVELENGTHS_NM], r: [...base[0]], g: [...base[1]], b: [...base[2]] });
    const light = whiteIlluminant(3200);
    responses(imported, light).forEach((v, c) => expect(v).toBeCloseTo(responses(base, light)[c]!, 12));
    expect(() =>
      sampledSensor({ wavelengthsNm: [...WAVELENGTHS_NM], r: [...base[0]], g: base[1].map(() => 0) as never, b: [...base[2]] }),
    ).toThrow();
  });

  it('sees the same colour differently with the three stand-ins', () => {
    const light = product(
      whiteIlluminant(5600),
      sampled((nm) => gaussian(nm, 590, 40)),
    );
    const ratios = [-5, 0, 5].map((shift) => {
      const [r, g] = balancedTriple(makeCamera({ sensor: standInSensor(shift) }), light);
      return r / g;
    });
    expect(new Set(ratios.map((v) => v.toFixed(3))).size).toBe(3);
  });
});
