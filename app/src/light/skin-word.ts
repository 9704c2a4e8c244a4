/** What the light does to skin, against its own hue in white light. */
export function skinWord(offDeg: number): string {
  const by = Math.round(Math.abs(offDeg));
  if (by < 4) return 'as in white light';
  return `${by}° towards ${offDeg > 0 ? 'yellow' : 'pink'}`;
}
