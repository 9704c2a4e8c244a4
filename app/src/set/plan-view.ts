import { create } from 'zustand';

/** How the plan is looked at: its size against the fitted one, and how far it is pushed aside, px. */
export const usePlanView = create<{ readonly zoom: number; readonly pushed: readonly [number, number] }>(() => ({
  zoom: 1,
  pushed: [0, 0],
}));

export const [LEAST_ZOOM, MOST_ZOOM] = [0.5, 4] as const;

export function zoomPlan(zoom: number): void {
  usePlanView.setState({ zoom: Math.min(MOST_ZOOM, Math.max(LEAST_ZOOM, zoom)) });
}

export function pushPlan(x: number, y: number): void {
  usePlanView.setState({ pushed: [x, y] });
}

export function fitPlan(): void {
  usePlanView.setState({ zoom: 1, pushed: [0, 0] });
}
