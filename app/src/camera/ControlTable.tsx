import { CONTROL_EFFECTS, formatStops } from '@fulgent/core/exposure';
import { CONTROL_WORDS } from '@fulgent/words';
import { Table } from '../ui/Table';

const figure = (stops: number) => (stops ? formatStops(stops) : '0');

/** What each control moves, for one stop brighter, with the reason. */
export function ControlTable() {
  return (
    <Table
      label="What each control moves, for one stop brighter"
      columns={['One stop brighter by', 'Flash', 'Continuous', 'Ambient']}
      rows={CONTROL_EFFECTS.map(({ control, flash, continuous, ambient }) => ({
        id: control,
        cells: [CONTROL_WORDS[control].name, figure(flash), figure(continuous), figure(ambient)],
        note: CONTROL_WORDS[control].reason,
      }))}
    />
  );
}
