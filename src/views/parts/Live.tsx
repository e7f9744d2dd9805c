import { type ReactNode, useEffect, useSyncExternalStore } from "react";

const never = () => () => {};

/** False in the page that the server wrote and while it comes alive; true from then on. For what only this device can say, such as its time of day. */
export const useAlive = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

/**
 * A page that the server wrote and that then comes alive. Until it does its fields and buttons take nothing, so that nothing typed is lost (links work all
 * along; `waking.js` says why a key does nothing yet).
 */
export function Live({
  instead,
  children,
}: {
  /** Shown until the page is alive where the server leaves its content to the browser: it takes too long to work out. */
  instead?: string;
  children: ReactNode;
}) {
  const isAlive = useAlive();
  useEffect(() => {
    document.documentElement.dataset.alive = "";
  }, []);
  if (instead && !isAlive) return <p className="p-6">{instead}</p>;
  return (
    <fieldset disabled={!isAlive} className="contents" role="presentation">
      {children}
    </fieldset>
  );
}
