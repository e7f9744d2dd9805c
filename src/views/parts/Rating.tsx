const MOST = 5;

/** A rating as dots, said in words for who does not see them. */
export const Rating = ({ of, className = "" }: { of: number; className?: string }) => (
  <span role="img" className={`tracking-tight text-ink ${className}`} aria-label={`rated ${of} of ${MOST}`}>
    {"●".repeat(of)}
    <span className="text-rule">{"●".repeat(MOST - of)}</span>
  </span>
);
