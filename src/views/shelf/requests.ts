import type { StoredBatch } from "../parts/stored";

export const NO_ANSWER = "The server does not answer. Nothing was changed; try again.";

/** Sends a request; gives the batch it answers with, or what went wrong in words. */
export async function ask(
  path: string,
  init: RequestInit,
): Promise<{ batch: StoredBatch | null; trouble: string | null }> {
  try {
    const response = await fetch(path, init);
    if (response.status === 204) return { batch: null, trouble: null };
    const body = await response.json();
    return response.ok
      ? { batch: body as StoredBatch, trouble: null }
      : { batch: null, trouble: body.detail ?? NO_ANSWER };
  } catch {
    return { batch: null, trouble: NO_ANSWER };
  }
}

/** Posts a document as a new batch and opens it; text when it went wrong. */
export async function openNew(document: string): Promise<string | null> {
  const { batch, trouble } = await ask("/api/batches", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: document,
  });
  if (batch) location.href = `/batches/${batch.id}`;
  return trouble;
}

const DAY_FIELDS = { unmould: "unmoulded", cut: "cut", ready: "ready" } as const;

/** Notes that what was due of a batch was done on a day; text when it could not be noted. */
export async function answerDue(id: string, what: keyof typeof DAY_FIELDS, day: string): Promise<string | null> {
  const { batch, trouble } = await ask(`/api/batches/${id}`, {});
  if (!batch) return trouble;
  const { document } = batch;
  const { record } = document;
  const saved = await ask(`/api/batches/${id}`, {
    method: "PUT",
    headers: { "content-type": "application/json", "if-match": `"${batch.version}"` },
    body: JSON.stringify({
      ...document,
      record: { ...record, days: { ...record.days, [DAY_FIELDS[what]]: day } },
    }),
  });
  return saved.trouble;
}
