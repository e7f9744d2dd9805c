import type { APIRoute } from "astro";
import { readBytes } from "../../../server/body";
import { dataDirectory } from "../../../server/database";
import { keepPhoto, LARGEST_PHOTO } from "../../../server/photos/keep";
import { invalid, json, otherMethods, problem } from "../../../server/problem";

export const prerender = false;

/** Keeps a photo: a JPEG, PNG or WebP of up to 12 MB as the body. Answers with the hash that it is kept by; the same photo twice is kept once. */
export const POST: APIRoute = async ({ request }) => {
  const type = request.headers.get("content-type") ?? "";
  if (!/^image\/(jpeg|png|webp)\s*(;|$)/i.test(type))
    return problem(415, "Wrong media type", "Send a photo as image/jpeg, image/png or image/webp.");
  const body = await readBytes(request, LARGEST_PHOTO);
  if (!body.ok) return body.answer;
  const kept = await keepPhoto(dataDirectory(), body.value);
  return kept.ok ? json(kept.photo, 201) : invalid([{ field: "photo", message: kept.message }]);
};

export const ALL: APIRoute = otherMethods("POST");
