/** What went wrong, said where it happened; nothing where nothing did. */
export const Trouble = ({
  words,
  className = "mx-5 mt-3",
}: {
  words: string | null | undefined;
  className?: string;
}) =>
  words ? (
    <p role="alert" className={`notice-cut ${className}`}>
      {words}
    </p>
  ) : null;
