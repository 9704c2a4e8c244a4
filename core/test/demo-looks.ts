// The demo's looks as jest.demo.js made them for this run: stands in for core's demo in tests, whose every file would build and balance them anew.
import { readFileSync } from 'node:fs';
import type { Look } from '../src/document';

type Made = Readonly<Record<'demoLooks' | 'nightOvenLooks' | 'nocturneLooks', Look[]>>;

const text = readFileSync(process.env['FULGENT_DEMO_LOOKS']!, 'utf8');
/** Anew each time: a test may change what it got. */
const made = (): Made => JSON.parse(text) as Made;

export const demoLooks = (): Look[] => made().demoLooks;
export const nightOvenLooks = (): Look[] => made().nightOvenLooks;
export const nocturneLooks = (): Look[] => made().nocturneLooks;
