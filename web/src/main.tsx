import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App, fetchFirst } from "./App";
import { client } from "./state/cache";
import { keepOffline } from "./state/version";
import "./theme/index.css";

const root = document.getElementById("root");
keepOffline();
/** What is shown first is there when it is shown; if it does not come, that is said by whatever can be shown. */
const show = (at: HTMLElement) =>
  createRoot(at).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <App />
      </QueryClientProvider>
    </StrictMode>,
  );
if (root)
  fetchFirst().then(
    () => show(root),
    () => show(root),
  );
