import type { Look } from '@fulgent/core/document';
import { samePicture } from '@fulgent/core/scene';
import type { Burnt } from '@fulgent/core/picture';
import { create } from 'zustand';

/** What is chosen on screen; not part of the look. */
interface Chosen {
  readonly probe: string | null;
  readonly light: string | null;
}

export const useChosen = create<Chosen>(() => ({ probe: null, light: null }));

export const chooseProbe = (probe: string | null): void => useChosen.setState({ probe });
export const chooseLight = (light: string | null): void => useChosen.setState({ light });

/** What the picture of a look has found burnt: known once its finest picture is drawn. */
const useFound = create<{ readonly of: Look | null; readonly burnt: readonly Burnt[] }>(() => ({ of: null, burnt: [] }));

export const tellBurnt = (of: Look, burnt: readonly Burnt[]): void => useFound.setState({ of, burnt });
/** What is burnt in the picture of this look, as it would be drawn now; nothing as long as it is not known. */
export const useBurnt = (look: Look | null): readonly Burnt[] =>
  useFound(({ of, burnt }) => (of && look && samePicture(of, look) ? burnt : NOTHING));
const NOTHING: readonly Burnt[] = [];
