import { useEffect, useRef } from "react";
import { Button } from "./Button";

/** The end of a list of which there is more: it is asked for as the end comes near, or by hand. */
export function More({ onMore, what }: { onMore: () => void; what: string }) {
  const box = useRef<HTMLDivElement>(null);
  const latest = useRef(onMore);
  latest.current = onMore;
  useEffect(() => {
    const watch = new IntersectionObserver(([entry]) => entry?.isIntersecting && latest.current(), {
      rootMargin: "400px",
    });
    if (box.current) watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  return (
    <div ref={box} className="my-3">
      <Button onClick={onMore}>More {what}</Button>
    </div>
  );
}
