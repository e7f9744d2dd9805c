/** Hands a file to whoever sits before the screen. */
export function save(name: string, blob: Blob): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}

/** "meteor-shower-pour-map": the name of a file out of a title and what it is. */
export const fileName = (title: string, what: string) =>
  `${
    title
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-|-$/g, "") || "batch"
  }-${what}`;
