import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { answerWith } from "./testSetup";

/** What was asked of the program. */
export interface Asked {
  method: string;
  path: string;
  query: URLSearchParams;
  body: unknown;
  headers: Headers;
}

/** An answer is a body, or one with its status; a body that has a revision carries it as its tag, as the program's do. */
type Answer = unknown | { status: number; body: unknown };

/** Stands in for the program: answers by method and path, and remembers what it was asked. */
export function testServer(answers: Record<string, (asked: Asked) => Answer>): Asked[] {
  const all: Asked[] = [];
  answerWith(async (asking) => {
    const input = asking as Request;
    const url = new URL(input.url);
    const text = await input.text();
    const asked: Asked = {
      method: input.method,
      path: url.pathname,
      query: url.searchParams,
      body: text ? JSON.parse(text) : undefined,
      headers: input.headers,
    };
    all.push(asked);
    const answer = await answers[`${asked.method} ${asked.path}`]?.(asked);
    if (answer === undefined) {
      throw new Error(`Nothing answers ${asked.method} ${asked.path}.`);
    }
    const { status, body } = isProblem(answer) ? answer : { status: 200, body: answer };
    const revision = (body as { revision?: number } | null)?.revision;
    const tag: Record<string, string> = revision === undefined ? {} : { ETag: `"${revision}"` };
    return new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json", ...tag } });
  });
  return all;
}

function isProblem(answer: Answer): answer is { status: number; body: unknown } {
  return typeof answer === "object" && answer !== null && "status" in answer && "body" in answer;
}

/** A place for a component to live in. */
export function Place({ children, client }: { children: ReactNode; client?: QueryClient }) {
  const own = client ?? new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return (
    <QueryClientProvider client={own}>
      <MemoryRouter>{children}</MemoryRouter>
    </QueryClientProvider>
  );
}
