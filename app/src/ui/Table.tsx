import { Fragment, type ReactNode } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Text } from './Text';

const useStyles = themed((t) => ({
  head: { flexDirection: 'row', gap: SPACE.s, paddingBottom: SPACE.xs, borderBottomWidth: 1, borderBottomColor: t.line },
  row: { flexDirection: 'row', gap: SPACE.s, alignItems: 'baseline', minHeight: 34, paddingTop: 7 },
  ruled: { borderBottomWidth: 1, borderBottomColor: t.line, paddingBottom: 7 },
  present: { backgroundColor: t.raised },
}));

export interface TableRow {
  readonly id: string;
  /** The first is what the row is about; the rest are figures. */
  readonly cells: readonly string[];
  /** A line under the row, across it. */
  readonly note?: ReactNode;
  /** The row that is in use now. */
  readonly present?: boolean;
}

/** Figures in columns: the first column says what, the others stand right. */
export function Table({
  label,
  columns,
  rows,
  first = 1.6,
}: {
  readonly label: string;
  readonly columns: readonly string[];
  readonly rows: readonly TableRow[];
  /** Width of the first column against the others. */
  readonly first?: number;
}) {
  const styles = useStyles();
  const cell = (i: number) => ({ flex: i === 0 ? first : 1 });
  return (
    <View role="table" aria-label={label}>
      <View style={styles.head} role="row">
        {columns.map((name, i) => (
          <Text key={name} size="small" quiet style={cell(i)} align={i ? 'right' : 'left'} role="columnheader">
            {name}
          </Text>
        ))}
      </View>
      {rows.map(({ id, cells, note, present }) => (
        <Fragment key={id}>
          <View
            style={[styles.row, !note && styles.ruled, present && styles.present]}
            role="row"
            {...(present ? { 'aria-current': true } : {})}
          >
            {cells.map((text, i) => (
              <Text
                key={`${columns[i]}`}
                size={i ? 'body' : 'label'}
                narrow={i > 0}
                weight={i === 0 || present ? 'strong' : 'medium'}
                style={cell(i)}
                align={i ? 'right' : 'left'}
                role="cell"
              >
                {text}
              </Text>
            ))}
          </View>
          {note ? (
            <View style={styles.ruled}>
              <Text size="label" quiet>
                {note}
              </Text>
            </View>
          ) : null}
        </Fragment>
      ))}
    </View>
  );
}
