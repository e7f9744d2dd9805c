import { type ReactNode, useId } from "react";

/** A part of a page under its heading. */
export function Section({
  head,
  className,
  headClass = "mb-2 text-[18px]",
  children,
}: {
  head: string;
  className?: string;
  headClass?: string;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <section aria-labelledby={id} className={className}>
      <h2 id={id} className={headClass}>
        {head}
      </h2>
      {children}
    </section>
  );
}
