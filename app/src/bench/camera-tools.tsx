import {
  AMBIENT_TARGETS,
  ambientWays,
  blurShare,
  depthOfField,
  dragShutter,
  evOfLux,
  flashLuxSeconds,
  flickerSafeShutters,
  formatShutter,
  formatStops,
  isFlickerSafe,
  luxOfEv,
  shutterOfAngle,
  solveRatio,
} from '@fulgent/core/exposure';
import { practical } from '@fulgent/core/source';
import { lampCautions } from '@fulgent/words';
import { View } from 'react-native';
import { APERTURES } from '../look/numbers';
import { percent } from '../look/words';
import { ControlTable } from '../camera/ControlTable';
import { CONTROL_NAMES, wayText } from '../camera/words';
import { SPACE, themed } from '../theme/theme';
import { Choice } from '../ui/Button';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { ApertureDial, DISTANCES_M, formatAperture, IsoDial, Dial, ShutterDial } from '../ui/Dial';
import { Answer, useKept } from './parts';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 44,
    paddingVertical: SPACE.xs,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

const FOCALS = [14, 18, 24, 28, 35, 50, 65, 85, 105, 135, 200, 300];
const LIMITS = { lowestIso: 50, highestIso: 25_600, smallestAperture: 22, widestAperture: 1.4 };

/** Is the ambient gone, or how much of it is left, and what takes it where it is wanted. */
export function AmbientTool() {
  const styles = useStyles();
  const [ev, setEv] = useKept('ambient.ev', 5);
  const [stop, setStop] = useKept('ambient.stop', 5.6);
  const [iso, setIso] = useKept('ambient.iso', 100);
  const [shutter, setShutter] = useKept('ambient.shutter', 1 / 60);
  const [sync, setSync] = useKept('ambient.sync', 1 / 200);
  const [target, setTarget] = useKept<string>('ambient.target', 'gone');
  const lux = luxOfEv(ev);
  const wanted = AMBIENT_TARGETS.find(({ id }) => id === target) ?? AMBIENT_TARGETS[0];
  const { nowStops, ways } = ambientWays(lux, { aperture: stop, iso, shutterS: shutter, syncS: sync }, wanted.stops, {
    ...LIMITS,
    longestS: 30,
  });
  return (
    <>
      <StepperGrid>
        <Dial label="Metered, EV at ISO 100" value={Number(ev.toFixed(2))} onChange={setEv} low={-10} high={20} step={0.5} />
        <Dial
          label="The same in lux"
          value={Number(lux.toPrecision(3))}
          onChange={(v) => setEv(evOfLux(v))}
          low={0.01}
          high={1e6}
          step={10}
          unit="lx"
        />
        <ApertureDial value={stop} onChange={setStop} />
        <ShutterDial label="Shutter" value={shutter} onChange={setShutter} />
        <IsoDial value={iso} onChange={setIso} />
        <ShutterDial label="Flash sync limit" value={sync} onChange={setSync} />
      </StepperGrid>
      <Choice label="Ambient target" options={AMBIENT_TARGETS} value={wanted.id} onChange={setTarget} />
      <Answer
        value={`${Math.abs(nowStops).toFixed(1)} stops ${nowStops <= 0 ? 'under' : 'over'} working white`}
        text={
          nowStops <= wanted.stops
            ? `Already ${wanted.name.toLowerCase()} (${formatStops(wanted.stops)}).`
            : `${wanted.name} is ${formatStops(wanted.stops)}: ${formatStops(wanted.stops - nowStops)} to go. Any one of these does it alone:`
        }
      >
        {ways.map((way) => (
          <View key={way.control} style={styles.row}>
            <View style={{ flex: 1 }}>
              <Text weight="medium">{CONTROL_NAMES[way.control]}</Text>
              <Text size="label" quiet>
                {way.movesFlash ? 'flash moves with it: raise its power by as much' : 'flash stays'}
              </Text>
            </View>
            <Text weight="strong" narrow quiet={!way.reaches}>
              {wayText(way)}
              {way.reaches ? '' : ', out of range'}
            </Text>
          </View>
        ))}
      </Answer>
    </>
  );
}

const MAINS = [
  { id: '50', name: '50 Hz mains' },
  { id: '60', name: '60 Hz mains' },
] as const;

/** Shutter angle and seconds, and the exposures in which mains light does not flicker. */
export function CinemaTool() {
  const styles = useStyles();
  const [fps, setFps] = useKept('cinema.fps', 24);
  const [angle, setAngle] = useKept('cinema.angle', 180);
  const [mains, setMains] = useKept<'50' | '60'>('cinema.mains', '50');
  const hz = mains === '50' ? 50 : 60;
  const seconds = shutterOfAngle(angle, fps);
  const safe = isFlickerSafe(seconds, hz);
  return (
    <>
      <StepperGrid>
        <Dial
          label="Frames a second"
          value={fps}
          onChange={setFps}
          low={1}
          high={1000}
          series={[12, 23.976, 24, 25, 29.97, 30, 48, 50, 60, 100, 120]}
        />
        <Dial
          label="Shutter angle"
          value={angle}
          onChange={setAngle}
          low={1}
          high={360}
          series={[11.25, 22.5, 45, 86.4, 90, 144, 172.8, 180, 216, 270, 360]}
          unit="°"
        />
      </StepperGrid>
      <Choice label="Mains" options={MAINS} value={mains} onChange={setMains} />
      <Answer
        value={formatShutter(seconds)}
        text={
          safe
            ? `Whole pulses of ${hz} Hz mains light: it does not flicker.`
            : `Not whole pulses of ${hz} Hz mains light: lamps on it may flicker or band. Safe at ${fps} frames a second:`
        }
      >
        {flickerSafeShutters(hz, fps).map(({ shutterS, angleDeg }) => (
          <View key={shutterS} style={styles.row}>
            <Text weight="strong" narrow style={{ flex: 1 }}>
              {angleDeg.toFixed(1)}°
            </Text>
            <Text narrow quiet>
              {formatShutter(shutterS)}
            </Text>
          </View>
        ))}
        <Text size="label" quiet>
          Dimmed LEDs pulse at rates of their own: check a test frame at the level you use.
        </Text>
      </Answer>
    </>
  );
}

/** What is sharp, and how far a thing behind has gone. */
export function DepthTool() {
  const [focal, setFocal] = useKept('depth.focal', 85);
  const [stop, setStop] = useKept('depth.stop', 2.8);
  const [height, setHeight] = useKept('depth.height', 24);
  const [focus, setFocus] = useKept('depth.focus', 2);
  const [behind, setBehind] = useKept('depth.behind', 4);
  const lens = { focalMm: focal, aperture: stop, sensorHeightMm: height };
  const { nearM, farM } = depthOfField(lens, focus);
  const blur = blurShare(lens, focus, behind);
  return (
    <>
      <StepperGrid>
        <Dial label="Focal length" value={focal} onChange={setFocal} low={4} high={1000} series={FOCALS} unit="mm" />
        <ApertureDial value={stop} onChange={setStop} />
        <Dial
          label="Height of the sensor"
          value={height}
          onChange={setHeight}
          low={3}
          high={60}
          series={[8.8, 13, 15.6, 18.7, 24, 33]}
          unit="mm"
        />
        <Dial label="Focused at" value={focus} onChange={setFocus} low={0.1} high={500} series={DISTANCES_M} unit="m" />
        <Dial
          label="Should be out of focus at"
          value={behind}
          onChange={setBehind}
          low={0.1}
          high={1000}
          series={DISTANCES_M}
          unit="m"
        />
      </StepperGrid>
      <Answer
        value={`${nearM.toFixed(2)} to ${farM === Infinity ? 'infinity' : `${farM.toFixed(2)} m`}`}
        text={`looks sharp. A point at ${behind} m is a disc of ${(100 * blur).toFixed(1)} % of the picture’s height: ${blur > 0.05 ? 'gone into blur' : blur > 0.012 ? 'soft, but still readable' : 'plain to see'}.`}
      />
    </>
  );
}

/** Which control changes what, and how to get a wanted ratio of flash to continuous light. */
export function RatioTool() {
  const [shutter, setShutter] = useKept('ratio.shutter', 1 / 125);
  const [sync, setSync] = useKept('ratio.sync', 1 / 200);
  const [hold, setHold] = useKept('ratio.hold', 1 / 50);
  const [power, setPower] = useKept('ratio.power', -3);
  const [lowest, setLowest] = useKept('ratio.lowest', -7);
  const [change, setChange] = useKept('ratio.change', -4);
  const answer = solveRatio(shutter, change, {
    syncS: Math.min(sync, hold),
    longestS: hold,
    powerDownStops: Math.max(0, power - lowest),
    powerUpStops: -power,
  });
  return (
    <>
      <StepperGrid>
        <Dial
          label="Wanted change of ratio"
          value={change}
          onChange={setChange}
          low={-20}
          high={20}
          step={0.5}
          show={(v) => formatStops(v)}
          unit="stops"
          note="minus lets continuous light come up"
        />
        <ShutterDial label="Shutter now" value={shutter} onChange={setShutter} />
        <ShutterDial label="Flash sync limit" value={sync} onChange={setSync} />
        <ShutterDial label="Longest that can be held" value={hold} onChange={setHold} />
        <Dial
          label="Flash power now, under full"
          value={power}
          onChange={setPower}
          low={-12}
          high={0}
          step={1 / 3}
          show={(v) => formatStops(v)}
          unit="stops"
        />
        <Dial
          label="Its lowest, under full"
          value={lowest}
          onChange={setLowest}
          low={-14}
          high={0}
          step={1}
          show={(v) => formatStops(v, 0)}
          unit="stops"
        />
      </StepperGrid>
      <Answer
        value={`shutter ${formatShutter(answer.shutterS)}, flash ${formatStops(answer.byPowerStops)}`}
        text={`The shutter gives ${formatStops(answer.byShutterStops)} of the ratio, flash power ${formatStops(answer.byPowerStops)}. Then open up or raise ISO ${formatStops(answer.openUpStops)} to hold the flash; continuous light ends ${formatStops(answer.continuousStops)} from where it was.`}
      >
        {Math.abs(answer.lacking) > 0.05 ? (
          <Text weight="strong">
            {formatStops(answer.lacking)} is still lacking: the flash{' '}
            {answer.lacking < 0 ? 'is at its lowest. Move it away, put ND or diffusion on it' : 'is at full. Bring it closer'}, or
            change the other lights.
          </Text>
        ) : null}
      </Answer>
      <ControlTable />
    </>
  );
}

/** A long exposure with one flash: what is frozen, what paints, and where both fall together. */
export function DragTool() {
  const [guide, setGuide] = useKept('drag.guide', 30);
  const [power, setPower] = useKept('drag.power', -3);
  const [flashAt, setFlashAt] = useKept('drag.flashAt', 2);
  const [lux, setLux] = useKept('drag.lux', 40);
  const [ambient, setAmbient] = useKept('drag.ambient', 0.3);
  const [shutter, setShutter] = useKept('drag.shutter', 1.6);
  const [stop, setStop] = useKept('drag.stop', 8);
  const [speed, setSpeed] = useKept('drag.speed', 0.8);
  const [distance, setDistance] = useKept('drag.distance', 3);
  const [focal, setFocal] = useKept('drag.focal', 50);
  const answer = dragShutter({
    flashLuxSeconds: flashLuxSeconds(guide, 2 ** power, flashAt),
    continuousLux: lux,
    ambientLux: ambient,
    camera: { aperture: stop, iso: 100, shutterS: shutter },
    speedMS: speed,
    distanceM: distance,
    focalMm: focal,
    sensorWidthMm: 36,
    imageWidthPx: 6000,
    figureM: 0.3,
  });
  return (
    <>
      <StepperGrid>
        <Dial label="Guide number, m" value={guide} onChange={setGuide} low={1} high={500} step={1} />
        <Dial
          label="Its power, under full"
          value={power}
          onChange={setPower}
          low={-12}
          high={0}
          step={1 / 3}
          show={(v) => formatStops(v)}
          unit="stops"
        />
        <Dial label="Flash to figure" value={flashAt} onChange={setFlashAt} low={0.1} high={50} series={DISTANCES_M} unit="m" />
        <Dial label="Continuous light on the figure" value={lux} onChange={setLux} low={0} high={100_000} step={10} unit="lx" />
        <Dial label="Ambient behind it" value={ambient} onChange={setAmbient} low={0} high={10_000} step={0.1} unit="lx" />
        <ShutterDial label="Shutter" value={shutter} onChange={setShutter} />
        <Dial
          label="Aperture, ISO 100"
          value={stop}
          onChange={setStop}
          low={0.7}
          high={64}
          series={APERTURES}
          show={formatAperture}
        />
        <Dial label="Speed across the picture" value={speed} onChange={setSpeed} low={0} high={100} step={0.1} unit="m/s" />
        <Dial
          label="Camera to figure"
          value={distance}
          onChange={setDistance}
          low={0.2}
          high={200}
          series={DISTANCES_M}
          unit="m"
        />
        <Dial label="Focal length" value={focal} onChange={setFocal} low={4} high={1000} series={FOCALS} unit="mm" />
      </StepperGrid>
      <Answer
        value={`${percent(answer.freezeShare)} frozen`}
        text={`Flash ${formatStops(answer.flashStops)}, trail ${formatStops(answer.trailStops)} where it passes once, ambient ${formatStops(answer.ambientStops)}; together ${formatStops(answer.togetherStops)} over the meter.`}
      >
        <Text>
          The trail is {Math.round(answer.trailPx)} pixels long of 6000 (36 mm sensor), for a figure 0.3 m wide.
          {answer.togetherStops > 2.4 ? ' Trail and figure together clip white: lower one of them.' : ''}
        </Text>
        <Text size="label" quiet>
          Clear the path before anybody moves in the dark.
        </Text>
      </Answer>
    </>
  );
}

/** A lamp in the picture: rating, dimming, diffusion. */
export function PracticalTool() {
  const [fitted, setFitted] = useKept('practical.fitted', 60);
  const [rated, setRated] = useKept('practical.rated', 60);
  const [before, setBefore] = useKept('practical.before', 40);
  const [fullK, setFullK] = useKept('practical.fullK', 2700);
  const [level, setLevel] = useKept('practical.level', 50);
  const [diffusion, setDiffusion] = useKept('practical.diffusion', 0);
  const answer = practical({
    fittedW: fitted,
    ratedW: rated,
    beforeW: before,
    fullK,
    level: level / 100,
    diffusionStops: diffusion,
  });
  const WATTS = [15, 25, 40, 60, 75, 100, 150, 200, 300, 500];
  return (
    <>
      <StepperGrid>
        <Dial label="Lamp fitted" value={fitted} onChange={setFitted} low={1} high={20_000} series={WATTS} unit="W" />
        <Dial label="Holder rating" value={rated} onChange={setRated} low={1} high={20_000} series={WATTS} unit="W" />
        <Dial label="Lamp before" value={before} onChange={setBefore} low={1} high={20_000} series={WATTS} unit="W" />
        <Dial label="Colour temperature at full" value={fullK} onChange={setFullK} low={1800} high={3600} step={100} unit="K" />
        <Dial label="Dimmed to, share of its light" value={level} onChange={setLevel} low={0.1} high={100} step={5} unit="%" />
        <Dial label="Diffusion round it" value={diffusion} onChange={setDiffusion} low={0} high={10} step={0.5} unit="stops" />
      </StepperGrid>
      <Answer
        value={answer.refused ? 'Refused: over its rating' : `${formatStops(answer.netStops)} against the lamp before`}
        text={`${Math.round(answer.cctK)} K, ${Math.round(answer.warmerMired)} mired warmer than at full: ${formatStops(answer.gainedStops)} by watts, ${formatStops(answer.dimmedStops)} dimmed${diffusion ? `, ${formatStops(-diffusion)} diffused` : ''}.`}
      >
        {lampCautions(answer).map((caution) => (
          <Text key={caution} size="label" weight={answer.refused ? 'medium' : 'regular'}>
            {caution}
          </Text>
        ))}
      </Answer>
    </>
  );
}
