/** What one light does against the plan, as frames or a meter tell it, and what would bring it there. */
export interface LightDifference {
  readonly lightId: string;
  readonly name: string;
  /** Positive: the light is stronger than planned, stops. */
  readonly offStops: number;
  /** Standard deviation of that, stops; large where the evidence hardly shows the light. */
  readonly uncertainStops: number;
  /** The evidence says too little about it. */
  readonly unseen: boolean;
  /** Off by more than the evidence leaves open: worth a walk to the light. Never where the evidence does not fit its plan. */
  readonly isOff: boolean;
  /** Within what anybody would call as planned, whatever the evidence leaves open. */
  readonly asPlanned: boolean;
}

/** More uncertain than this is not seen, stops. */
export const UNSEEN_STOPS = 0.6;
/** A light is named from so many stops, and from so many standard deviations. */
const [NAMED_STOPS, NAMED_SIGMAS] = [0.25, 1.5];
const WORTH_SAYING = 0.15;

/** Judges an estimate; `fits` says whether the evidence is of this plan at all. */
export function lightDifference(
  lightId: string,
  name: string,
  offStops: number,
  uncertainStops: number,
  fits: boolean,
): LightDifference {
  const unseen = uncertainStops > UNSEEN_STOPS;
  return {
    lightId,
    name,
    offStops,
    uncertainStops,
    unseen,
    isOff: fits && !unseen && Math.abs(offStops) >= Math.max(NAMED_STOPS, NAMED_SIGMAS * uncertainStops),
    asPlanned: fits && Math.abs(offStops) < WORTH_SAYING,
  };
}
