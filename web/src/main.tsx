import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App, fetchPages } from "./App";
import { isConnected, onConnection, watchNetwork } from "./offline/connection";
import { rememberLastSeen } from "./offline/lastSeen";
import { keepApp } from "./offline/register";
import { Broken } from "./shell/Broken";
import { keepPresses } from "./shell/press";
import "./styles.css";

const client = new QueryClient({
  defaultOptions: {
    // What the program refuses it will refuse again; where it does not answer, everything is asked again as soon as it does.
    queries: { retry: false, refetchOnWindowFocus: true, networkMode: "always" },
    mutations: { networkMode: "always" },
  },
});

onConnection(() => isConnected() && client.invalidateQueries());
watchNetwork();
keepPresses(document.documentElement);
keepApp();
Promise.allSettled([rememberLastSeen(client), fetchPages(location.pathname)]).then(() =>
  createRoot(document.getElementById("root") as HTMLElement).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <Broken>
          <App />
        </Broken>
      </QueryClientProvider>
    </StrictMode>,
  ),
);
