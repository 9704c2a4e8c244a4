import { recordInto } from '../../camera/camera';
import { addFigures, compileScene } from '../../scene/compile';
import { FIGURES } from '../../scene/figures';
import type { Look } from '../../document/schema';
import type { Channels, PatchParts } from '../../picture/patches';

/** The same at the look's probes: points rather than squares of a picture, for frames whose picture nobody has drawn. */
export function partsAtProbes(look: Look): PatchParts[] {
  const scene = compileScene(look);
  const rgb = new Float64Array(3);
  return look.probes.map(({ id }, p) => {
    const sum = [0, 0, 0];
    const lights = scene.lights.flatMap((light) => {
      if (!light.active) return [];
      const own = new Float64Array(FIGURES);
      addFigures(own, light, p, light.powerStops);
      for (let c = 0; c < 3; c++) sum[c]! += own[c]!;
      return [{ id: light.id, raw: [own[0]!, own[1]!, own[2]!] as Channels }];
    });
    recordInto(rgb, scene.camera, sum[0]!, sum[1]!, sum[2]!);
    return { probe: id, lights, recorded: [rgb[0]!, rgb[1]!, rgb[2]!] };
  });
}
