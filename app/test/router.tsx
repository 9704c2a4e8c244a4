import type { ReactNode } from 'react';

/** Stands in for the router: where somebody wanted to go is kept, nothing is loaded. */
export const went: string[] = [];

const router = { push: (to: string) => went.push(to), replace: (to: string) => went.push(to), back: () => went.push('back') };

export const useRouter = () => router;
export const useGlobalSearchParams = () => ({ id: 'look-1' });
export const useLocalSearchParams = useGlobalSearchParams;
export const usePathname = () => '/looks/look-1/balance';
export const Link = ({ href, children }: { readonly href: string; readonly children: ReactNode }) => (
  <a href={String(href)}>{children}</a>
);
