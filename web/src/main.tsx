import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./App";
import { ApiError } from "./api/client";
import { Broken } from "./shell/Broken";
import "./styles.css";

const client = new QueryClient({
  defaultOptions: {
    // What the program refuses it will refuse again; only a lost connection is worth another try.
    queries: { retry: (count, error) => !(error instanceof ApiError) && count < 2, refetchOnWindowFocus: true },
  },
});

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <Broken>
        <App />
      </Broken>
    </QueryClientProvider>
  </StrictMode>,
);
