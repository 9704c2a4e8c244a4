import { baseCamera } from '@fulgent/core/camera';
import type { SourceRef } from '@fulgent/core/document';
import { formatStops, luxOfEv, stopsOverMeter, sunOnWindow } from '@fulgent/core/exposure';
import { densityOf, lightAtWhite } from '@fulgent/core/planning';
import { spectrumOfSource } from '@fulgent/core/scene';
import { useState } from 'react';
import { View } from 'react-native';
import { SourceChoice } from '../camera/SourceChoice';
import { readsText } from '../camera/words';
import { WHITES_K } from '../look/numbers';
import { themed } from '../theme/theme';
import { ApertureDial, Dial, IsoDial, ShutterDial } from '../ui/Dial';
import { Field } from '../ui/Field';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { Answer, useKept } from './parts';

const useStyles = themed(() => ({
  swatch: { height: 56, borderRadius: 3 },
}));

/** What a light looks like to a camera that is set to a white. */
export function ReadsTool() {
  const styles = useStyles();
  const [source, setSource] = useKept<SourceRef>('reads.source', { kind: 'planck', cctK: 2800 });
  const [whiteK, setWhiteK] = useKept('reads.white', 5600);
  const white = { whiteK, tintDuv: 0 };
  const at = lightAtWhite(baseCamera(white), white, spectrumOfSource(source));
  return (
    <>
      <SourceChoice label="The light" source={source} onChange={setSource} />
      <StepperGrid>
        <Dial
          label="White of the camera"
          value={whiteK}
          onChange={setWhiteK}
          low={1600}
          high={25_000}
          series={WHITES_K}
          unit="K"
        />
      </StepperGrid>
      <Answer value={`Reads ${readsText({ cctK: null, at: [at] })}`} text="on a neutral surface, as the camera records it.">
        <View style={[styles.swatch, { backgroundColor: at.hex }]} testID="light-colour" />
        <Text size="label" quiet>
          Plus is warmer than the white, minus cooler. Eyes adapt; a camera does not.
        </Text>
      </Answer>
    </>
  );
}

/** Day for night without a look: what density and white do to a window and to a lamp. */
export function NightTool() {
  const styles = useStyles();
  const [ndStops, setNdStops] = useKept('night.nd', 4);
  const [whiteK, setWhiteK] = useKept('night.white', 3200);
  const [ev, setEv] = useKept('night.ev', 12);
  const [aperture, setAperture] = useKept('night.aperture', 4);
  const [shutterS, setShutter] = useKept('night.shutter', 1 / 48);
  const [iso, setIso] = useKept('night.iso', 800);
  const [level, setLevel] = useKept('night.level', 18);
  const [watts, setWatts] = useKept('night.watts', 60);
  const { factor, density } = densityOf('stops', ndStops);
  const window = stopsOverMeter(luxOfEv(ev) * shutterS, { aperture, iso, shutterS, ndStops });
  const wanted = level * factor;
  const white = { whiteK, tintDuv: 0 };
  const moon = lightAtWhite(baseCamera(white), white, spectrumOfSource({ kind: 'daylight', cctK: 5600 }));
  return (
    <>
      <StepperGrid>
        <Dial label="ND on the lens" value={ndStops} onChange={setNdStops} low={0} high={20} unit="stops" />
        <Dial
          label="White for the night"
          value={whiteK}
          onChange={setWhiteK}
          low={1600}
          high={25_000}
          series={WHITES_K}
          unit="K"
        />
        <Dial label="Window, spot reading in EV" value={ev} onChange={setEv} low={-8} high={20} step={0.5} />
        <ApertureDial value={aperture} onChange={setAperture} />
        <ShutterDial label="Shutter" value={shutterS} onChange={setShutter} />
        <IsoDial value={iso} onChange={setIso} />
        <Dial label="A lamp’s level without ND" value={level} onChange={setLevel} low={0.1} high={100} step={1} unit="%" />
        <Dial
          label="Wattage"
          value={watts}
          onChange={setWatts}
          low={1}
          high={20_000}
          series={[15, 25, 40, 60, 75, 100, 150, 200, 300, 500]}
          unit="W"
        />
      </StepperGrid>
      <Answer
        value={`Window ${formatStops(window)} from mid-grey`}
        text={`1/${Number(factor.toPrecision(3))} of the light, density ${density.toFixed(1)}. Daylight fixtures read ${readsText({ cctK: null, at: [moon] })}: the moon.`}
      >
        <View style={[styles.swatch, { backgroundColor: moon.hex }]} testID="light-colour" />
        <Text weight="medium">
          {wanted <= 100
            ? `The lamp at ${level} % has to go to ${Math.round(wanted)} %.`
            : `The lamp at ${level} % would have to give ${Math.round(wanted)} %: it falls ${Math.log2(wanted / 100).toFixed(1)} stops short. About ${Math.ceil((watts * wanted) / 100 / 5) * 5} W would do, if its holder is rated for it.`}
        </Text>
      </Answer>
    </>
  );
}

const clock = (minutes: number) => `${Math.floor(minutes / 60)}:${String(Math.round(minutes % 60)).padStart(2, '0')}`;

const COMPASS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'];
const compass = (deg: number) => COMPASS[Math.round(deg / 45) % 8]!;

/** When the sun comes in by a window, for the order of set-ups. */
export function SunTool() {
  const [date, setDate] = useKept('sun.date', new Date().toISOString().slice(0, 10));
  const [typed, setTyped] = useState(date);
  const [latitudeDeg, setLatitude] = useKept('sun.latitude', 52);
  const [longitudeDeg, setLongitude] = useKept('sun.longitude', 0);
  const [utcOffsetH, setOffset] = useKept('sun.offset', 0);
  const [facingDeg, setFacing] = useKept('sun.facing', 225);
  const [hour, setHour] = useKept('sun.hour', 15);
  const isDay = /^\d{4}-\d{2}-\d{2}$/.test(typed) && !Number.isNaN(Date.parse(`${typed}T00:00:00Z`));
  const sun = sunOnWindow({ latitudeDeg, longitudeDeg, date, utcOffsetH, minutes: hour * 60, facingDeg });
  const spans = sun.onWindow.map(({ fromMinutes, toMinutes }) => `${clock(fromMinutes)} to ${clock(toMinutes)}`);
  return (
    <>
      <Field
        label="Day"
        value={typed}
        onChange={(text) => {
          setTyped(text);
          if (/^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(`${text}T00:00:00Z`))) setDate(text);
        }}
        error={isDay ? null : 'Day must be like 2026-06-21.'}
      />
      <StepperGrid>
        <Dial label="Latitude, north plus" value={latitudeDeg} onChange={setLatitude} low={-90} high={90} unit="°" />
        <Dial label="Longitude, east plus" value={longitudeDeg} onChange={setLongitude} low={-180} high={180} unit="°" />
        <Dial label="Clock against UTC" value={utcOffsetH} onChange={setOffset} low={-12} high={14} step={0.5} unit="h" />
        <Dial
          label="Window looks to"
          value={facingDeg}
          onChange={setFacing}
          low={0}
          high={360}
          step={15}
          unit="°"
          note={compass(facingDeg)}
        />
        <Dial label="Time of day" value={hour} onChange={setHour} low={0} high={24} step={0.5} show={(h) => clock(h * 60)} />
      </StepperGrid>
      <Answer
        value={spans.length ? `Sun in the window ${spans.join(', ')}` : 'No sun in this window that day'}
        text={
          sun.altitudeDeg > 0
            ? `At ${clock(hour * 60)} it stands ${Math.round(sun.altitudeDeg)}° high in the ${compass(sun.azimuthDeg)} (${Math.round(sun.azimuthDeg)}°), ${sun.onWindowNow ? `${Math.abs(Math.round(sun.offWindowDeg))}° ${sun.offWindowDeg < 0 ? 'left' : 'right'} of square, seen from inside` : 'off this window'}.`
            : `At ${clock(hour * 60)} it is below the horizon.`
        }
      >
        <Text>
          {sun.riseMinutes === null || sun.setMinutes === null
            ? 'It does not rise or set that day.'
            : `Up from ${clock(sun.riseMinutes)} to ${clock(sun.setMinutes)}.`}
        </Text>
        <Text size="label" quiet>
          Without hills, trees and houses. Never look into the sun through a lens.
        </Text>
      </Answer>
    </>
  );
}
