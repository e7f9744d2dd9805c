import type { ComponentProps, ReactNode } from "react";
import type { Settings } from "../../core/practice/practiceSchema";
import { Live } from "./Live";
import { StudioHead } from "./StudioHead";
import { UnitsProvider } from "./units";

/** A page of the studio: its head with what stands in it, and below what the page is for. */
export const StudioPage = ({
  settings,
  head,
  children,
  ...of
}: Omit<ComponentProps<typeof StudioHead>, "children"> & {
  settings: Settings;
  head?: ReactNode;
  children: ReactNode;
}) => (
  <Live>
    <UnitsProvider units={settings.units}>
      <div className="mx-auto max-w-[1260px] pb-8">
        <StudioHead {...of}>{head}</StudioHead>
        <main className="px-5 pt-4">{children}</main>
      </div>
    </UnitsProvider>
  </Live>
);
