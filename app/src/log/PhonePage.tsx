import { create as makeCode } from 'qrcode';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Path, Rect } from 'react-native-svg';
import type { Reachable } from '@fulgent/core/contracts';
import useSWR from 'swr';
import { api } from '../api/client';
import { deviceName, nameDevice } from '../door/device';
import { forgetShell } from '../door/offline';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';

const QUIET = 4;

/** A QR code as one path: black on white, whatever the theme, since readers expect that. */
export function codePath(text: string): { readonly path: string; readonly size: number } {
  const { modules } = makeCode(text, { errorCorrectionLevel: 'M' });
  let path = '';
  for (let y = 0; y < modules.size; y++)
    for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) path += `M${x + QUIET} ${y + QUIET}h1v1h-1z`;
  return { path, size: modules.size + 2 * QUIET };
}

/** How a phone on set reaches this, and what protects it. */
export function PhonePage() {
  const { data: reach } = useSWR<Reachable, Error>(api.reach);
  return (
    <View style={{ gap: SPACE.m }}>
      {reach?.addresses.map((address) => {
        const { path, size } = codePath(address);
        return (
          <Section key={address} flush title={address} aside={reach.passcodeWanted ? 'asks for the passcode' : ''}>
            <Svg
              width={220}
              height={220}
              viewBox={`0 0 ${size} ${size}`}
              accessibilityRole="image"
              accessibilityLabel={`QR code of ${address}`}
            >
              <Rect width={size} height={size} fill="#ffffff" />
              <Path d={path} fill="#000000" />
            </Svg>
            <Text size="label" quiet>
              Point the camera of a phone in the same network at it.
            </Text>
          </Section>
        );
      })}
      {reach?.addresses.length === 0 ? (
        <Section flush title="Only this machine reaches it now">
          <Text>
            Start the server with HOST=0.0.0.0 and FULGENT_PASSCODE of six characters or more. Then the address and a code to scan
            stand here, and every device is asked for the passcode once.
          </Text>
        </Section>
      ) : null}
      {reach?.authority ? (
        <Section flush title="Trust this machine, once on each phone">
          <Text>
            The connection is encrypted with a certificate that this machine made for itself. Until a phone trusts it, its browser
            warns, and keeps neither screen awake nor pages.
          </Text>
          <View style={{ flexDirection: 'row' }}>
            <Button label="Certificate" icon="download" onPress={() => window.location.assign(reach.authority!)} />
          </View>
          <Text size="label" quiet>
            On the phone: pass the warning, open this page there, and take the certificate. Some phones install it as a profile in
            the settings and want full trust switched on for it under certificates; others install it there under security, as a
            CA certificate. Then reload. It vouches for this machine and private networks alone.
          </Text>
        </Section>
      ) : null}
      <DeviceName />
      <Section flush title="Without a connection">
        <Text>
          Edits of the open look go on: they are kept on the device, shown as “Not synced”, and sent when the connection is back.
          Where somebody changed the same thing meanwhile, you are asked.
        </Text>
        <Text size="label" quiet>
          Opened from this machine, or over HTTPS, the pages are kept too, and it can be installed from the browser’s menu. Over
          plain HTTP in a studio network browsers keep no pages.
        </Text>
      </Section>
      {reach?.passcodeWanted ? (
        <Button
          label="Sign out"
          onPress={() =>
            void api
              .leave()
              .then(forgetShell)
              .then(() => window.location.assign('/'))
          }
        />
      ) : null}
    </View>
  );
}

/** What the others see this device as. */
function DeviceName() {
  const [name, setName] = useState(deviceName);
  return (
    <Section flush title="This device" aside="as others see it">
      <Field
        label="Name"
        value={name}
        onChange={setName}
        onBlur={() => {
          nameDevice(name);
          setName(deviceName());
        }}
        most={60}
      />
      <Text size="label" quiet>
        Stands in the open look on other devices, and beside what was changed from here. Two on two lights of one look do not
        disturb each other.
      </Text>
    </Section>
  );
}
