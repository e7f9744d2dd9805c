/** A photo by its hash, small. */
export const BarThumb = ({ hash, alt, size }: { hash: string; alt: string; size: "list" | "cell" }) => (
  <img
    src={`/api/photos/${hash}?size=thumb`}
    alt={alt}
    loading="lazy"
    width={112}
    height={84}
    className={`border border-ink/40 object-cover ${size === "list" ? "h-[84px] w-[112px]" : "h-[62px] w-[82px]"}`}
  />
);
