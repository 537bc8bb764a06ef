import type { Envelope } from "../api/client";
import { api, unwrap } from "../api/client";

/** What is saved of a station now, with its tag: whoever asks for it has seen what stands there. */
export async function savedNow(id: string, slug: string): Promise<Envelope<object> & { etag: string }> {
  const call = api.GET("/api/jobs/{id}/stations/{slug}", { params: { path: { id, slug } } });
  const envelope = (await unwrap(call)) as Envelope<object>;
  return { ...envelope, etag: (await call).response.headers.get("ETag") ?? '"0"' };
}
