import type { Envelope } from "../api/client";
import { api, unwrap } from "../api/client";

/** What is saved of a station, with the tag it is saved under. */
export type Standing = Envelope<object> & { etag: string };

/** What is saved of a station now, with its tag: whoever asks for it has seen what stands there. */
export async function savedNow(id: string, slug: string): Promise<Standing> {
  const call = api.GET("/api/jobs/{id}/stations/{slug}", { params: { path: { id, slug } } });
  const envelope = (await unwrap(call)) as Envelope<object>;
  return { ...envelope, etag: (await call).response.headers.get("ETag") ?? '"0"' };
}
