export type ApiAnswer<T> = { ok: true; value: T } | { ok: false; status: number; message: string };

const NO_ANSWER = "The server does not answer. Nothing was changed; try again.";

/** Asks the server; what goes wrong comes back as words. */
export const api = <T>(
  path: string,
  init: { method?: string; body?: unknown; headers?: Record<string, string> } = {},
): Promise<ApiAnswer<T>> =>
  ask<T>(path, {
    method: init.method ?? "GET",
    headers: { ...(init.body === undefined ? {} : { "content-type": "application/json" }), ...init.headers },
    body: init.body === undefined ? undefined : JSON.stringify(init.body),
  });

/** Posts a file as it is, or nothing. */
export const send = <T>(path: string, file: { blob: Blob; type: string } | null): Promise<ApiAnswer<T>> =>
  ask<T>(path, { method: "POST", ...(file && { headers: { "content-type": file.type }, body: file.blob }) });

async function ask<T>(path: string, init: RequestInit): Promise<ApiAnswer<T>> {
  try {
    const response = await fetch(path, init);
    const value = response.status === 204 ? null : await response.json();
    return response.ok
      ? { ok: true, value: value as T }
      : { ok: false, status: response.status, message: value?.detail ?? NO_ANSWER };
  } catch {
    return { ok: false, status: 0, message: NO_ANSWER };
  }
}
