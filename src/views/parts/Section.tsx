import { type ReactNode, useId } from "react";

/** A part of a page under its heading, with what stands `beside` it on its line. */
export function Section({
  head,
  className,
  headClass = "mb-2 text-[18px]",
  beside,
  children,
}: {
  head: string;
  className?: string;
  headClass?: string;
  beside?: ReactNode;
  children: ReactNode;
}) {
  const id = useId();
  const heading = (
    <h2 id={id} className={headClass}>
      {head}
    </h2>
  );
  return (
    <section aria-labelledby={id} className={className}>
      {beside === undefined ? (
        heading
      ) : (
        <div className="flex items-baseline gap-2">
          {heading}
          {beside}
        </div>
      )}
      {children}
    </section>
  );
}
