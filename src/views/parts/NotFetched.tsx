/** Said where a part of the page could not be fetched, with what asks for it once more. */
export function NotFetched({ onAgain, onLeave }: { onAgain(): void; onLeave(): void }) {
  return (
    <p role="alert" className="notice-amber fixed right-4 bottom-4 z-50 max-w-[90vw]">
      This could not be fetched: the studio does not answer.{" "}
      <button type="button" className="button" onClick={onAgain}>
        Try again
      </button>{" "}
      <button type="button" className="button" onClick={onLeave}>
        Leave it
      </button>
    </p>
  );
}
