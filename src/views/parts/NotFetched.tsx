interface NotFetchedProps {
  onAgain(): void;
  onLeave(): void;
  /** Said in its place among the rest, read and pressed at arm's length; else it lies over the top of the page. Never over what is pressed next. */
  isAtBench?: boolean;
}

/** Said where a part of the page could not be fetched, with what asks for it once more. */
export function NotFetched({ onAgain, onLeave, isAtBench = false }: NotFetchedProps) {
  const button = isAtBench ? "button min-h-[64px] px-5 text-[17px]" : "button";
  return (
    <p
      role="alert"
      className={`notice-amber flex flex-wrap items-center gap-2 ${
        isAtBench ? "m-0 px-6 py-2 text-[17px]" : "fixed top-2 right-2 z-50 max-w-[90vw]"
      }`}
    >
      This could not be fetched: the studio does not answer.
      <button type="button" className={button} onClick={onAgain}>
        Try again
      </button>
      <button type="button" className={button} onClick={onLeave}>
        Leave it
      </button>
    </p>
  );
}
