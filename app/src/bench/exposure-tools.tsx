import {
  continuousLux,
  continuousLuxSeconds,
  flashLuxSeconds,
  formatFlashPower,
  formatStops,
  guideNumberOfEnergy,
  HIGH_SPEED_SYNC_STOPS,
  stopsOverMeter,
} from '@fulgent/core/exposure';
import { cameraChange, densityOf, powerWords } from '@fulgent/core/planning';
import { APERTURES, ISOS } from '../look/numbers';
import { Choice } from '../ui/Button';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { ApertureDial, DISTANCES_M, formatAperture, IsoDial, Dial, ShutterDial } from '../ui/Dial';
import { Answer, useKept } from './parts';

/** Flash: guide number or energy, power and distance to an aperture, or to stops over the meter. */
export function FlashTool() {
  const [by, setBy] = useKept<'guide' | 'joules'>('flash.by', 'guide');
  const [guide, setGuide] = useKept('flash.guide', 45);
  const [joules, setJoules] = useKept('flash.joules', 200);
  const [power, setPower] = useKept('flash.power', -2);
  const [distance, setDistance] = useKept('flash.distance', 2);
  const [radius, setRadius] = useKept('flash.radius', 0);
  const [iso, setIso] = useKept('flash.iso', 100);
  const [stop, setStop] = useKept('flash.stop', 8);
  const beam = { kind: 'lens' as const, beamDeg: 55, fieldDeg: 95 };
  const number = by === 'guide' ? guide : guideNumberOfEnergy(joules, beam);
  const luxSeconds = flashLuxSeconds(number, 2 ** power, distance, radius);
  const over = stopsOverMeter(luxSeconds, { aperture: stop, iso, shutterS: 1 / 200 });
  const best = stop * 2 ** (over / 2);
  return (
    <>
      <Choice
        label="Output known as"
        options={[
          { id: 'guide', name: 'Guide number' },
          { id: 'joules', name: 'Joules' },
        ]}
        value={by}
        onChange={setBy}
      />
      <StepperGrid>
        {by === 'guide' ? (
          <Dial label="Guide number, ISO 100, m" value={guide} onChange={setGuide} low={1} high={500} step={1} />
        ) : (
          <Dial
            label="Stored energy"
            value={joules}
            onChange={setJoules}
            low={1}
            high={10_000}
            step={50}
            unit="J"
            note="in a reflector of 55° beam"
          />
        )}
        <Dial
          label="Power, stops under full"
          value={power}
          onChange={setPower}
          low={-11}
          high={0}
          step={1 / 3}
          show={(v) => formatFlashPower(v, 1 / 3)}
          unit="stops"
        />
        <Dial label="Distance" value={distance} onChange={setDistance} low={0.1} high={100} series={DISTANCES_M} unit="m" />
        <Dial label="Radius of the light’s face" value={radius} onChange={setRadius} low={0} high={3} step={0.1} unit="m" />
        <IsoDial value={iso} onChange={setIso} />
        <ApertureDial value={stop} onChange={setStop} />
      </StepperGrid>
      <Answer
        value={`${formatStops(over)} over the meter`}
        text={`${formatAperture(best)} would meter right. ${luxSeconds.toFixed(luxSeconds < 10 ? 2 : 0)} lx s at the subject; twice as far is 2 stops less${radius > 0 ? ', a little less close to a large face' : ''}.`}
      />
    </>
  );
}

/** Continuous light: lux at a metre, level and distance to stops over the meter. */
export function LuxTool() {
  const [lux, setLux] = useKept('lux.lux', 2400);
  const [level, setLevel] = useKept('lux.level', 100);
  const [distance, setDistance] = useKept('lux.distance', 2);
  const [radius, setRadius] = useKept('lux.radius', 0);
  const [stop, setStop] = useKept('lux.stop', 2.8);
  const [iso, setIso] = useKept('lux.iso', 800);
  const [shutter, setShutter] = useKept('lux.shutter', 1 / 48);
  const there = continuousLux(lux, level / 100, distance, radius);
  const camera = { aperture: stop, iso, shutterS: shutter };
  const over = stopsOverMeter(continuousLuxSeconds(there, camera), camera);
  return (
    <>
      <StepperGrid>
        <Dial label="At 1 m, full output" value={lux} onChange={setLux} low={0.1} high={10_000_000} step={100} unit="lx" />
        <Dial label="Level" value={level} onChange={setLevel} low={0.1} high={100} step={5} unit="%" note="share of its light" />
        <Dial label="Distance" value={distance} onChange={setDistance} low={0.1} high={100} series={DISTANCES_M} unit="m" />
        <Dial label="Radius of the light’s face" value={radius} onChange={setRadius} low={0} high={3} step={0.1} unit="m" />
        <ApertureDial value={stop} onChange={setStop} />
        <IsoDial value={iso} onChange={setIso} />
        <ShutterDial label="Shutter" value={shutter} onChange={setShutter} />
      </StepperGrid>
      <Answer value={`${formatStops(over)} over the meter`} text={`${Math.round(there)} lx at the subject.`} />
    </>
  );
}

/** What a change of settings does to flash and to continuous light, by control. */
export function ChangeTool() {
  const [from, setFrom] = useKept('change.from', { aperture: 8, iso: 100, shutterS: 1 / 160, ndStops: 0 });
  const [to, setTo] = useKept('change.to', { aperture: 4, iso: 400, shutterS: 1 / 40, ndStops: 0 });
  const change = cameraChange(from, to);
  const side = (name: string, value: typeof from, set: (next: typeof from) => void) => (
    <>
      <Text size="strong" weight="strong">
        {name}
      </Text>
      <StepperGrid>
        <Dial
          label={`${name}: aperture`}
          value={value.aperture}
          onChange={(v) => set({ ...value, aperture: v })}
          low={0.7}
          high={64}
          series={APERTURES}
          show={formatAperture}
        />
        <ShutterDial label={`${name}: shutter`} value={value.shutterS} onChange={(v) => set({ ...value, shutterS: v })} />
        <Dial
          label={`${name}: ISO`}
          value={value.iso}
          onChange={(v) => set({ ...value, iso: v })}
          low={25}
          high={102_400}
          series={ISOS}
        />
        <Dial
          label={`${name}: ND`}
          value={value.ndStops}
          onChange={(v) => set({ ...value, ndStops: v })}
          low={0}
          high={20}
          step={1}
          unit="stops"
        />
      </StepperGrid>
    </>
  );
  return (
    <>
      {side('From', from, setFrom)}
      {side('To', to, setTo)}
      <Answer value={`flash ${formatStops(change.flash)}, continuous ${formatStops(change.continuous)}`}>
        <Text>
          Aperture {formatStops(change.aperture)}, ISO {formatStops(change.iso)}, ND {formatStops(change.nd)} move both. The
          shutter, {formatStops(change.shutter)}, moves continuous light and ambient only: it alone changes their ratio to flash.
        </Text>
      </Answer>
    </>
  );
}

/** What a shutter faster than sync takes from flash, and what it does to the rest. */
export function SyncTool() {
  const [sync, setSync] = useKept('sync.sync', 1 / 200);
  const [shutter, setShutter] = useKept('sync.shutter', 1 / 800);
  const over = Math.log2(sync / shutter);
  return (
    <>
      <StepperGrid>
        <ShutterDial label="Flash sync limit" value={sync} onChange={setSync} />
        <ShutterDial label="Shutter" value={shutter} onChange={setShutter} />
      </StepperGrid>
      <Answer
        value={over > 0.01 ? `${over.toFixed(1)} stops over sync` : 'inside sync'}
        text={
          over > 0.01
            ? `In high-speed sync flash loses about ${(over + HIGH_SPEED_SYNC_STOPS).toFixed(1)} stops, more than continuous light does; without it the shutter cuts the frame. Continuous light and ambient are ${over.toFixed(1)} stops down against the sync limit.`
            : `Flash is whole. Continuous light and ambient are ${Math.abs(over).toFixed(1)} stops up against the sync limit.`
        }
      />
    </>
  );
}

/** Neutral density in its three languages. */
export function DensityTool() {
  const [stops, setStops] = useKept('nd.stops', 3);
  const { factor, density } = densityOf('stops', stops);
  return (
    <>
      <StepperGrid>
        <Dial label="Stops" value={Number(stops.toFixed(2))} onChange={setStops} low={0} high={30} step={1} unit="stops" />
        <Dial
          label="Factor"
          value={Number(factor.toPrecision(4))}
          onChange={(v) => setStops(densityOf('factor', v).stops)}
          low={1}
          high={1e9}
          series={[1, 2, 4, 8, 16, 32, 64, 128, 256, 512, 1024]}
        />
        <Dial
          label="Density"
          value={Number(density.toFixed(2))}
          onChange={(v) => setStops(densityOf('density', v).stops)}
          low={0}
          high={9}
          step={0.3}
        />
      </StepperGrid>
      <Answer
        value={`1/${Number(factor.toPrecision(3))} of the light`}
        text={`${stops.toFixed(2)} stops, density ${density.toFixed(2)}.`}
      />
    </>
  );
}

/** Power of a head in every language that people use for it. */
export function PowerTool() {
  const [full, setFull] = useKept('power.full', 400);
  const [stops, setStops] = useKept('power.stops', -2);
  const words = powerWords('stops', stops, full);
  return (
    <>
      <StepperGrid>
        <Dial label="Size of the head" value={full} onChange={setFull} low={1} high={100_000} step={50} unit="J" />
        <Dial
          label="Stops under full"
          value={Number(stops.toFixed(3))}
          onChange={setStops}
          low={-14}
          high={0}
          step={1 / 3}
          show={(v) => formatStops(v)}
          unit="stops"
        />
        <Dial
          label="Per cent"
          value={Number(words.percent.toPrecision(3))}
          onChange={(v) => setStops(powerWords('percent', v, full).stops)}
          low={0.01}
          high={100}
          step={1}
          unit="%"
        />
        <Dial
          label="Joules"
          value={Number(words.joules.toPrecision(3))}
          onChange={(v) => setStops(powerWords('joules', Math.max(full / 16_000, Math.min(full, v)), full).stops)}
          low={full / 16_000}
          high={full}
          step={5}
          unit="J"
        />
      </StepperGrid>
      <Answer
        value={formatFlashPower(stops, 1 / 3)}
        text={`${words.joules.toPrecision(3)} J of ${full} J, ${words.percent.toPrecision(3)} %. On some heads a per cent dial follows the eye, not the light: measure before you trust it.`}
      />
    </>
  );
}
