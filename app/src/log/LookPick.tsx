import useSWR from 'swr';
import type { Shoot } from '@fulgent/core/contracts';
import { api } from '../api/client';
import { Pick } from '../ui/Pick';

/** All looks there are, with their shoots. */
export function useLooks(): readonly { readonly id: string; readonly name: string }[] {
  const { data: shoots } = useSWR<Shoot[], Error>(api.shoots);
  return (shoots ?? []).flatMap(({ title, looks }) => looks.map((look) => ({ id: look.id, name: `${look.title}, ${title}` })));
}

/** Chooses one of all looks. */
export function LookPick({
  label,
  value,
  onPick,
}: {
  readonly label: string;
  readonly value: string | null;
  readonly onPick: (id: string) => void;
}) {
  const looks = useLooks();
  return <Pick label={label} current={looks.find(({ id }) => id === value)?.name ?? 'choose'} options={looks} onPick={onPick} />;
}
