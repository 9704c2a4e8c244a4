/** The single questions of the Bench, in the order of the work. */
export const TOOLS = [
  { id: 'gels', name: 'Gels on a lamp', text: 'Loss, channels, colour; stacked or overlapped' },
  { id: 'white', name: 'Match a white', text: 'Mired, fractions, what is left over' },
  { id: 'mix', name: 'Two lights mixed', text: 'What the overlap is at every ratio' },
  { id: 'flash', name: 'Flash and distance', text: 'Guide number, power, aperture' },
  { id: 'lux', name: 'Lux to stops', text: 'Continuous light, level, distance' },
  { id: 'change', name: 'Change of camera', text: 'What it does to flash and to continuous light' },
  { id: 'sync', name: 'Sync and shutter', text: 'What a faster shutter takes' },
  { id: 'nd', name: 'Neutral density', text: 'Stops, factor, density' },
  { id: 'power', name: 'Power', text: 'Fractions, stops, joules, per cent' },
] as const;

export type ToolId = (typeof TOOLS)[number]['id'];
