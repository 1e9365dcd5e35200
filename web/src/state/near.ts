/** Whether something has come near what is seen of the page; from then on for good. */

import { type RefObject, useEffect, useRef, useState } from "react";

export function useNear<Of extends Element>(): [RefObject<Of | null>, boolean] {
  const box = useRef<Of>(null);
  const [near, setNear] = useState(false);
  useEffect(() => {
    const watch = new IntersectionObserver(([entry]) => entry?.isIntersecting && setNear(true), {
      rootMargin: "200px",
    });
    if (box.current) watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  return [box, near];
}
