/** How photographers write exposure. Everything is held in stops; these only show it. */

/** A signed stop figure with one decimal: `+0.3`, `-1.0`, `0.0`. */
export function formatStops(stops: number, decimals = 1): string {
  if (stops === -Infinity) return 'none';
  const text = Math.abs(stops).toFixed(decimals);
  if (Number(text) === 0) return text;
  return `${stops < 0 ? '-' : '+'}${text}`;
}

/** Flash power in stops under full as a fraction with thirds or tenths: 0 is `1/1`, -2.67 is `1/8 +1/3`. */
export function formatFlashPower(stopsUnderFull: number, stepStops: number): string {
  const perStop = Math.round(1 / stepStops);
  const steps = Math.round(stopsUnderFull * perStop);
  const whole = Math.floor(steps / perStop);
  const over = steps - whole * perStop;
  const fraction = `1/${2 ** -whole}`;
  if (over === 0) return fraction;
  return perStop === 10 ? `${fraction} +0.${over}` : `${fraction} +${over}/${perStop}`;
}

/** Output level in stops under full as a percentage; under 10 % with as many decimals as the step needs. */
export function formatPercent(stopsUnderFull: number): string {
  const percent = 100 * 2 ** stopsUnderFull;
  const rounded = percent >= 10 ? Math.round(percent) : Math.round(percent * 10) / 10;
  return `${rounded} %`;
}

/** Exposure time as marked on cameras: `1/200`, `0.5 s`, `2 s`. */
export function formatShutter(seconds: number): string {
  if (seconds >= 0.3) return `${Number(seconds.toPrecision(2))} s`;
  return `1/${Number((1 / seconds).toPrecision(3))}`;
}
