/** Size and rate of clips, and the size of stills, read in this browser; nothing of them is sent. */

import { useMutation } from "@tanstack/react-query";
import { type Clip, linesOf } from "../../domain/kit/clipFacts";

/** So many frames' times tell the rate of a clip. */
const FRAMES = 300;

async function clipOf(file: File): Promise<Clip> {
  const { BlobSource, Input, MATROSKA, MP4, QTFF, WEBM } = await import("mediabunny");
  const input = new Input({ source: new BlobSource(file), formats: [MP4, QTFF, MATROSKA, WEBM] });
  try {
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw new Error("no picture");
    const { averagePacketRate } = await track.computePacketStats(FRAMES);
    return {
      width: await track.getCodedWidth(),
      height: await track.getCodedHeight(),
      rate: averagePacketRate,
    };
  } finally {
    input.dispose();
  }
}

async function stillOf(file: File): Promise<Clip> {
  const image = await createImageBitmap(file);
  const { width, height } = image;
  image.close();
  return { width, height, rate: null };
}

/** Clips and stills as lines of a specification, with the names of those that could not be read. */
export function useClips() {
  return useMutation({
    mutationFn: async (files: File[]) => {
      const clips: Clip[] = [];
      const unread: string[] = [];
      for (const file of files)
        await (file.type.startsWith("image/") ? stillOf(file) : clipOf(file)).then(
          (clip) => clips.push(clip),
          () => unread.push(file.name),
        );
      return { lines: linesOf(clips), unread, rateless: clips.some((clip) => clip.rate === null) };
    },
  });
}
