/** A cup seen from the side, filled to a share with its colour. */
export function Cup({ hex, fill, size = 34 }: { hex: string; fill: number; size?: number }) {
  const level = 36 - 32 * Math.min(1, Math.max(0.06, fill));
  const inset = (y: number) => 3 + (5 * (y - 3)) / 34;
  return (
    <svg width={(size * 34) / 40} height={size} viewBox="0 0 34 40" aria-hidden="true">
      <path d={`M${inset(level)} ${level} L8 37 H26 L${34 - inset(level)} ${level} Z`} fill={hex} />
      <path d="M3 3 L8 37 H26 L31 3" fill="none" stroke="currentColor" strokeWidth="1.6" strokeLinejoin="round" />
      <path d={`M${inset(level)} ${level} H${34 - inset(level)}`} stroke="currentColor" strokeWidth="1" />
    </svg>
  );
}

/** A round spot of a portion's colour, always beside its name. */
export function Spot({ hex, size = 12 }: { hex: string; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 12 12" aria-hidden="true" className="shrink-0">
      <circle cx="6" cy="6" r="5.2" fill={hex} stroke="currentColor" strokeWidth="1.2" />
    </svg>
  );
}
