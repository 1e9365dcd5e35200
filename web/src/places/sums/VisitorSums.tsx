import { BrowserRouter, Route, Routes } from "react-router";
import { TipProvider } from "../../ui/Tip";
import { Sums } from "./Sums";

/** Quick sums for somebody who has no account, or is not signed in. */
export function VisitorSums() {
  return (
    <TipProvider>
      <BrowserRouter>
        <header className="flex items-baseline gap-3 border-b rule bg-paper px-4 py-2">
          <span className="font-title text-head font-semibold">Steady Tide</span>
          <a href="/" className="ml-auto text-sea underline">
            Sign in, or get a card
          </a>
        </header>
        <main>
          <Routes>
            <Route path="sums" element={<Sums signedIn={false} />} />
            <Route path="sums/:sumKey" element={<Sums signedIn={false} />} />
          </Routes>
        </main>
      </BrowserRouter>
    </TipProvider>
  );
}
