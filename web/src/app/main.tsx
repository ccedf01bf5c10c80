import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";

import { StrictMode } from "react";

import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { CssBaseline, ThemeProvider } from "@mui/material";
import { QueryClientProvider } from "@tanstack/react-query";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";

import { ProblemError } from "../shared/api/client";
import { followRevisions } from "../shared/api/freshness";
import { revisions } from "../shared/api/revisions";
import { StudioClient } from "../shared/api/StudioClient";
import { SurroundProvider } from "../shared/ui/Surround";
import { UndoProvider } from "../shared/undo/UndoProvider";
import { App } from "./App";
import { fontReady } from "./fonts";
import { theme } from "./theme";

const LONGEST_WAIT_MS = 3000;

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? "";
const styles = createCache({ key: "y", nonce, prepend: true });

const queries = new StudioClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (times, error) =>
        times < 2 && !(error instanceof ProblemError && error.status >= 400 && error.status < 500),
    },
  },
});

followRevisions(queries, revisions);

// Until the face is there nothing is drawn: lines that break anew would slide beneath the hand. It ships with the application.
await Promise.race([fontReady(), new Promise((go) => setTimeout(go, LONGEST_WAIT_MS))]);

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <CacheProvider value={styles}>
      <ThemeProvider theme={theme}>
        <CssBaseline />
        <QueryClientProvider client={queries}>
          <BrowserRouter>
            <UndoProvider>
              <SurroundProvider>
                <App />
              </SurroundProvider>
            </UndoProvider>
          </BrowserRouter>
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>,
);
