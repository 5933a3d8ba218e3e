import { useQuery } from '@tanstack/react-query';

export interface Room {
  usedBytes: number;
  leftBytes: number;
}

/** Under this much, photos of a day could no longer be kept. */
export const LITTLE_ROOM_BYTES = 100_000_000;
const LOOK_EVERY_MS = 30_000;

/** Room for what is kept on this device; undefined where the browser does not say. */
export async function deviceRoom(): Promise<Room | undefined> {
  const { quota, usage } = (await navigator.storage?.estimate?.()) ?? {};
  return quota === undefined || usage === undefined ? undefined : { usedBytes: usage, leftBytes: Math.max(0, quota - usage) };
}

/** Asks the browser not to clear what is kept here when it runs out of room itself. */
export async function keepForGood(): Promise<void> {
  await navigator.storage?.persist?.();
}

export function useDeviceRoom(): Room | undefined {
  const { data } = useQuery({
    queryKey: ['device-room'],
    queryFn: async () => (await deviceRoom()) ?? null,
    refetchInterval: LOOK_EVERY_MS,
    staleTime: 0,
  });
  return data ?? undefined;
}
