import { formatISO } from "date-fns";

/** Today's date on this machine, ISO. */
export const today = () => formatISO(new Date(), { representation: "date" });
