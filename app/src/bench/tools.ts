/** The single questions of the Bench, in the order of the work. */
export const TOOLS = [
  { id: 'gels', name: 'Gels on a lamp', text: 'Loss, channels, colour; stacked or overlapped' },
  { id: 'white', name: 'Match a white', text: 'Mired, fractions, what is left over' },
  { id: 'mix', name: 'Two lights mixed', text: 'What the overlap is at every ratio' },
  { id: 'flash', name: 'Flash and distance', text: 'Guide number, power, aperture' },
  { id: 'lux', name: 'Lux to stops', text: 'Continuous light, level, distance' },
  { id: 'change', name: 'Change of camera', text: 'What it does to flash and to continuous light' },
  { id: 'sync', name: 'Sync and shutter', text: 'What a faster shutter takes' },
  { id: 'ambient', name: 'Black frame', text: 'Is the ambient gone, and what takes it away' },
  { id: 'ratio', name: 'Flash with continuous', text: 'What each control moves; a wanted ratio' },
  { id: 'drag', name: 'Dragged shutter', text: 'What freezes, what paints, how long the trail is' },
  { id: 'cinema', name: 'Shutter angle, flicker', text: 'Angle to seconds; safe with mains light' },
  { id: 'depth', name: 'Depth of field', text: 'What is sharp, what vanishes' },
  { id: 'practical', name: 'Practical in the picture', text: 'Rating, dimming, diffusion' },
  { id: 'reads', name: 'A light against white', text: 'Warm, neutral or cool, in mired, as recorded' },
  { id: 'night', name: 'Day for night', text: 'White and density, window and lamp' },
  { id: 'sun', name: 'Sun in the window', text: 'When it comes in, and from where' },
  { id: 'nd', name: 'Neutral density', text: 'Stops, factor, density' },
  { id: 'power', name: 'Power', text: 'Fractions, stops, joules, per cent' },
] as const;

export type ToolId = (typeof TOOLS)[number]['id'];
