import { useRouter, type Href } from 'expo-router';
import { useEffect, useState, type ReactNode } from 'react';
import { holdComparison } from '../frame/comparison';
import { openOver } from '../frame/over';
import { changeLight } from './edits';
import { actOf } from './key-acts';
import { KeysSheet } from './KeysSheet';
import { balanceLook, redo, undo, useOpenLook } from './store';
import { useChosen } from './ui-state';

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement;

/** Whether Space would press nothing there. */
const isFree = (target: EventTarget | null) =>
  target instanceof Element && !target.closest('button, a, [role=button], [role=radio], [role=link], [role=slider]');

/** Solo, mute or lock of the light that is chosen; false where none is. */
function toggleChosen(act: 'solo' | 'mute' | 'lock'): boolean {
  const { light } = useChosen.getState();
  if (!light || !useOpenLook.getState().look?.lights.some(({ id }) => id === light)) return false;
  changeLight(light, act, (one) => {
    if (act === 'solo') return { ...one, solo: !one.solo };
    return act === 'mute' ? { ...one, muted: !one.muted } : { ...one, locked: !one.locked };
  });
  return true;
}

/** Keys of a look; gives the list of them while that is asked for. */
export function useKeys(id: string): ReactNode {
  const router = useRouter();
  const [listed, setListed] = useState(false);
  useEffect(() => {
    /** Whether the key did something. */
    const pressed = ({ key, target }: KeyboardEvent): boolean => {
      const wanted = actOf(key);
      const { light } = useChosen.getState();
      switch (wanted) {
        case undefined:
          return false;
        case 'list':
          setListed(true);
          return true;
        case 'balance-powers':
          void balanceLook();
          return true;
        case 'full':
        case 'compare':
          return openOver(wanted);
        case 'hold':
          if (key === ' ' && !isFree(target)) return false;
          holdComparison(true);
          return true;
        case 'solo':
        case 'mute':
        case 'lock':
          return toggleChosen(wanted);
        case 'light':
          if (light) router.navigate(`/looks/${id}/lights/${light}` as Href);
          return light !== null;
        default:
          router.navigate(`/looks/${id}/${wanted}` as Href);
          return true;
      }
    };
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || isTyping(event.target)) return;
      const key = event.key.toLowerCase();
      if (event.ctrlKey || event.metaKey) {
        if (key === 'z' && !event.shiftKey) undo();
        else if (key === 'y' || (key === 'z' && event.shiftKey)) redo();
        else return;
        // A sheet that is open has the keys to itself.
      } else if (event.altKey || document.querySelector('[role=dialog]') || !pressed(event)) return;
      event.preventDefault();
    };
    const onUp = (event: KeyboardEvent) => {
      if (actOf(event.key) === 'hold') holdComparison(false);
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onUp);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onUp);
    };
  }, [id, router]);
  return listed ? <KeysSheet onClose={() => setListed(false)} /> : null;
}
