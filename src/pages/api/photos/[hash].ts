import { readFile } from "node:fs/promises";
import type { APIRoute } from "astro";
import { photoPath } from "../../../data/photoFiles";
import { dataDirectory } from "../../../server/database";
import { notFound, otherMethods } from "../../../server/problem";

export const prerender = false;

/** A photo by its hash, which never changes; with `size=thumb` small. */
export const GET: APIRoute = async ({ params, url }) => {
  const size = url.searchParams.get("size") === "thumb" ? "thumb" : "full";
  const path = photoPath(dataDirectory(), params.hash!, size) ?? photoPath(dataDirectory(), params.hash!);
  if (!path) return notFound("photo");
  return new Response(new Uint8Array(await readFile(path)), {
    headers: { "content-type": "image/jpeg", "cache-control": "private, max-age=31536000, immutable" },
  });
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
