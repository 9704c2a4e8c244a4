/** The steps of the work inside a look, in their order. */
export const STEPS = [
  { id: 'brief', name: 'Brief' },
  { id: 'palette', name: 'Palette' },
  { id: 'camera', name: 'Camera' },
  { id: 'set', name: 'Set' },
  { id: 'build', name: 'Build' },
  { id: 'balance', name: 'Balance' },
  { id: 'sheet', name: 'Sheet' },
] as const;
