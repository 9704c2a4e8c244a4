import type { Look } from '@fulgent/core/document';
import type { Shoot } from '@fulgent/core/contracts';
import useSWR from 'swr';
import { api } from '../api/client';
import { useOpenLook } from '../look/store';

/** One look of a shoot. */
export interface Setup {
  readonly id: string;
  readonly look: Look;
}

/** All looks of the open look's shoot, the open one as it stands now; undefined while they load. */
export function useSetups(look: Look): { readonly all: readonly Setup[] | undefined; readonly error: unknown } {
  const shootId = useOpenLook((state) => state.shootId);
  const openId = useOpenLook((state) => state.id);
  const { data: shoots } = useSWR<Shoot[], Error>(api.shoots);
  const ids = (shoots?.find(({ id }) => id === shootId)?.looks ?? []).map(({ id }) => id);
  const { data: others, error } = useSWR(ids.length ? ['setups', ...ids] : null, async () =>
    Promise.all(ids.map(async (id) => ({ id, look: (await api.readLook(id)).look }))),
  );
  return { all: others?.map((one) => (one.id === openId ? { id: one.id, look } : one)), error };
}
