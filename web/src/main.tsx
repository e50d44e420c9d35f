import "@fontsource-variable/bricolage-grotesque";
import "@fontsource-variable/instrument-sans";
import "@/ui/theme/index.css";
import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { queryClient } from "@/api/queries";
import { loadNewer } from "@/api/release";
import { App } from "@/app/App";
import { guardDoublePresses } from "@/ui/doublePress";
import { ErrorBoundary } from "@/ui/ErrorBoundary";

// A part of an older release that was not loaded in time is gone.
window.addEventListener("vite:preloadError", loadNewer);

guardDoublePresses();

const root = document.getElementById("root");
if (!root) throw new Error("index.html holds no #root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <BrowserRouter>
        <ErrorBoundary onFailed={loadNewer}>
          <App />
        </ErrorBoundary>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
