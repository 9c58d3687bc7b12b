import { useEffect, useState } from 'react'

/** A picture that was handed in: the file itself and its pixels, to be shown. */
export type Frame = { file: File; pixels: ImageBitmap }

/** The picture in hand. One that the browser cannot show is not taken, and the one before stays; who handed it in is told. */
export function useFrame(onRefused: (file: File) => void) {
  const [frame, setFrame] = useState<Frame | null>(null)
  useEffect(() => () => frame?.pixels.close(), [frame])
  const take = async (file: File) => {
    try {
      const pixels = await createImageBitmap(file)
      setFrame({ file, pixels })
    } catch {
      onRefused(file)
    }
  }
  return { frame, take, drop: () => setFrame(null) }
}
