import { PAPERS, type Paper, type PaperId } from "../../core/practice/papers";
import type { DocumentKind } from "./useDocument";

/** How a paper of the studio (its stock, its orders) is opened and saved. */
export const paperKind = <P extends PaperId>(id: P): DocumentKind<Paper<P>> => ({
  key: id,
  url: `/api/${id}`,
  bodyOf: (document) => document,
  storedOf: (answer) => ({ ...(answer as { version: number; document: Paper<P> }), updatedAt: "" }),
  isOf: (change) => change.kind === "papers",
  read: (value) => {
    const parsed = PAPERS[id].schema.safeParse(value);
    return parsed.success
      ? { ok: true, document: parsed.data as Paper<P> }
      : { ok: false, message: parsed.error.issues[0].message };
  },
});
