import { toggleQuickPictures, useQuickPictures } from '../frame/quick';
import { useThemeControl, type TextScale, type ThemeName } from '../theme/theme';
import { Choice } from '../ui/Button';
import { setLengthUnit, useLengthUnit } from '../ui/lengths';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { openAllTopics, useTopics } from '../ui/topics';

const THEMES: readonly { readonly id: ThemeName; readonly name: string }[] = [
  { id: 'dark', name: 'Dark' },
  { id: 'light', name: 'Light' },
  { id: 'sun', name: 'Bright sun' },
];
const SCALES: readonly { readonly id: TextScale; readonly name: string }[] = [
  { id: 'usual', name: 'Usual text' },
  { id: 'large', name: 'Large' },
  { id: 'larger', name: 'Larger' },
];
const LENGTHS = [
  { id: 'metres', name: 'Metres' },
  { id: 'feet', name: 'Feet and inches' },
] as const;
const PAGES = [
  { id: 'one', name: 'One line a topic' },
  { id: 'all', name: 'Everything open' },
] as const;
const PICTURES = [
  { id: 'fine', name: 'Fine pictures' },
  { id: 'quick', name: 'Quick, coarse' },
] as const;

/** How this device shows things: it is kept on the device, not with the looks. */
export function DisplaySheet({ onClose }: { readonly onClose: () => void }) {
  const { theme, setTheme, textScale, setTextScale } = useThemeControl();
  const { quick } = useQuickPictures();
  const { unit } = useLengthUnit();
  const { all } = useTopics();
  return (
    <Sheet title="Display" onClose={onClose}>
      <Text size="label" quiet>
        On this device. Judge colour in the dark theme: a bright page changes what the eye takes for white.
      </Text>
      <Choice label="Theme" options={THEMES} value={theme.name} onChange={setTheme} />
      <Choice label="Size of text" options={SCALES} value={textScale} onChange={setTextScale} />
      <Choice label="Lengths" options={LENGTHS} value={unit} onChange={setLengthUnit} />
      <Choice label="Pages" options={PAGES} value={all ? 'all' : 'one'} onChange={(id) => openAllTopics(id === 'all')} />
      <Choice
        label="Pictures"
        options={PICTURES}
        value={quick ? 'quick' : 'fine'}
        onChange={(id) => {
          if ((id === 'quick') !== quick) toggleQuickPictures();
        }}
      />
    </Sheet>
  );
}
