import type { ReactNode } from 'react';

/** Stands in for the router: where somebody wanted to go is kept, nothing is loaded. */
export const went: string[] = [];

const go = (to: string) => went.push(to);
const router = { push: go, replace: go, navigate: go, back: () => went.push('back'), setParams: () => undefined };

/** What the address asks for, besides its look. */
export const params: Record<string, string> = {};

export const useRouter = () => router;
export const useGlobalSearchParams = () => ({ id: 'look-1', ...params });
export const useLocalSearchParams = useGlobalSearchParams;
export const usePathname = () => '/looks/look-1/balance';
/** What it wraps is the link itself, as `asChild` has it. */
export const Link = ({ children }: { readonly children: ReactNode }) => <>{children}</>;
