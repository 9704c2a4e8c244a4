import { STAND_IN_KIT } from '@fulgent/core/catalogue';
import { demoLooks, nightOvenLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import { evaluate } from '@fulgent/core/scene';
import { fireEvent, render, screen, within, type RenderResult } from '@testing-library/react';
import type { ReactElement } from 'react';
import { SWRConfig } from 'swr';
import { useOpenLook } from '../src/look/store';

/** What pages are rendered with: a real look in the store, the kit as it ships, nothing on the network. */

export const [poster] = demoLooks() as [Look];
export const [oven] = nightOvenLooks() as [Look];

// Workers answer when they do: what they change is waited for, not wrapped.
beforeAll(() => Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: false }));

const kit = STAND_IN_KIT.map((entry) => ({ entry, revision: 0, standIn: true, atHand: true }));

/** Opens a look in the store without a server. */
export function open(look: Look): void {
  useOpenLook.setState({
    ...useOpenLook.getInitialState(),
    id: 'look-1',
    shootId: 'shoot-1',
    saved: look,
    opened: look,
    look,
    revision: 1,
    readings: evaluate(look),
  });
}

/** The open look as it is now. */
export const now = (): Look => useOpenLook.getState().look!;
export const lightNow = (id: string) => now().lights.find((light) => light.id === id)!;

/** Renders a page; `answers` is the server where the page asks for more than the kit. */
export function show(page: ReactElement, answers?: (url: string) => Promise<unknown>): RenderResult {
  const asked = answers ? { fetcher: answers } : { revalidateOnMount: false };
  const config = { fallback: { '/api/kit': kit }, provider: () => new Map(), ...asked };
  return render(<SWRConfig value={config}>{page}</SWRConfig>);
}

/** Renders what reads the open look off the store and passes it on. */
export function WithLook({ of: Page }: { readonly of: (props: { readonly look: Look }) => ReactElement | null }) {
  const look = useOpenLook((state) => state.look);
  return look ? <Page look={look} /> : null;
}

export const press = (name: string | RegExp, role = 'button'): void => {
  fireEvent.click(screen.getByRole(role, { name }));
};

/** Types into a field and leaves it. */
export function type(label: string | RegExp, text: string): void {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
}

export const valueOf = (label: string | RegExp): string => (screen.getByLabelText(label) as HTMLInputElement).value;
export const errors = (): string[] => screen.queryAllByRole('alert').map((one) => one.textContent ?? '');
export { screen, within };
