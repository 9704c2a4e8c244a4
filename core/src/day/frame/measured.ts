import type { FrameMisfit, PatchDifference } from './compare';
import type { FrameRecord } from './record';

/** Why a frame is no evidence of its plan; 'graded' where a person said that it was. */
export type NoEvidence = FrameMisfit | 'graded';

/** What was measured in a frame, in short: for whoever reads it from outside, and for what is offered on it. */
export interface Measured {
  readonly fits: boolean;
  /** Null where it fits. */
  readonly reason: NoEvidence | null;
  readonly overallStops: number;
  readonly lights: readonly {
    readonly id: string;
    readonly offStops: number;
    readonly uncertainStops: number;
    /** Worth a walk to the light. */
    readonly named: boolean;
    /** Share of light beside its gel; null but in a frame of that light alone. */
    readonly leak: number | null;
  }[];
  readonly patches: readonly PatchDifference[];
}

/** The short of a frame's reading; null while it is being measured. A black frame fits, and names no light. */
export function measuredOf({ reading, notes }: Pick<FrameRecord, 'reading' | 'notes'>): Measured | null {
  if (!reading) return null;
  const { comparison, leak } = reading;
  if (!comparison) return { fits: true, reason: null, overallStops: 0, lights: [], patches: [] };
  const reason = notes.graded ? 'graded' : comparison.reason;
  return {
    fits: reason === null,
    reason,
    overallStops: comparison.overallStops,
    lights: comparison.lights.map(({ lightId, offStops, uncertainStops, isOff }) => ({
      id: lightId,
      offStops,
      uncertainStops,
      named: isOff && reason === null,
      leak: leak?.lightId === lightId ? leak.leak : null,
    })),
    patches: comparison.patches,
  };
}
