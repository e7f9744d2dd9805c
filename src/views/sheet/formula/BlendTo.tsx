import { stageName } from "../../../core/clock/stages";
import { TraceGuideButton } from "../../guide/TraceGuide";
import { BoundNumber, type Editable } from "../../parts/bound";

/** Where blending of the pot stops. */
export const BlendTo = ({ open, path, value }: { open: Editable; path: string[]; value: number }) => (
  <div className="flex items-baseline justify-between">
    <BoundNumber open={open} path={path} label="blend until trace" width="w-10" step={0.1} decimals={2} />
    <span className="whitespace-nowrap text-[12.5px] text-muted">
      {stageName(value)}; 2 is light <TraceGuideButton />
    </span>
  </div>
);
