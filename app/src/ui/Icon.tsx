import Feather from '@expo/vector-icons/Feather';
import type { ComponentProps } from 'react';

export type IconName = ComponentProps<typeof Feather>['name'];

/** A sign beside words or inside a named control: screen readers pass over it. */
export function Icon({ name, size, color }: { readonly name: IconName; readonly size: number; readonly color: string }) {
  return <Feather name={name} size={size} color={color} aria-hidden />;
}
