import { lazy, Suspense, useEffect, type ComponentProps } from 'react';
import { SidePanel } from '../../ground/ui/side-panel.tsx';

const load = () => import('./sheet-panel.tsx');
const ListingSheetPanel = lazy(() => load().then((m) => ({ default: m.ListingSheetPanel })));
/** After the first screen: the first sheet then opens without waiting for its code. */
const AHEAD_AFTER_MS = 1_500;

type Props = Omit<ComponentProps<typeof ListingSheetPanel>, 'code'> & { code: string | null };

/** The listing sheet beside a list, drawn when a row is open; its code comes after the list's. */
export const SheetBeside = ({ code, ...rest }: Props) => {
  useEffect(() => {
    const timer = setTimeout(() => void load(), AHEAD_AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    code !== null && (
      <Suspense fallback={<SidePanel label="Listing sheet">{null}</SidePanel>}>
        <ListingSheetPanel code={code} {...rest} />
      </Suspense>
    )
  );
};
