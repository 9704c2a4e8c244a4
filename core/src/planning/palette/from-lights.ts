import { cameraOf } from '../../scene/camera';
import { lookupIn, resolveFilter, resolveSource } from '../../scene/resolve';
import type { Look, Member } from '../../document/schema';
import { product } from '../../spectrum/grid';
import { planeOfSpectrum, targetOf } from '../../vivid/plane';
import { HUED_FROM } from './schemes';

/** The palette that a look's lights make as they are: one member for each coloured light. */
export function membersFromLights(look: Look): Member[] {
  const camera = cameraOf(look);
  const lookup = lookupIn(look.spectra);
  return look.lights.flatMap((light, i): Member[] => {
    const spectrum = product(resolveSource(light, light.powerStops, lookup), resolveFilter(light, lookup));
    const { hueDeg, purity } = targetOf(planeOfSpectrum(camera, spectrum));
    if (purity < HUED_FROM) return [];
    return [
      {
        id: `colour-${i + 1}`,
        name: light.name,
        hueDeg: Number(hueDeg.toFixed(2)),
        purity: Number(purity.toFixed(4)),
        light: light.id,
        part: light.zone,
        share: light.role === 'background' ? 0.5 : 0.1,
        purpose: '',
      },
    ];
  });
}

/** A look whose palette says what its lights make. */
export function withOwnPalette(look: Look): Look {
  const members = membersFromLights(look);
  return { ...look, palette: { ...look.palette, scheme: 'own', baseHueDeg: members[0]?.hueDeg ?? 215, members } };
}
