/** How a picture lies in its frame: `zoom` times as large as where it just fits, the place (x, y) of it in the middle. */
export interface View {
  zoom: number
  x: number
  y: number
}

export interface Size {
  width: number
  height: number
}

export const MOST_ZOOM = 12
export const WHOLE: View = { zoom: 1, x: 0.5, y: 0.5 }

/** Pixels of the frame that the whole picture takes. */
export function shown(picture: Size, frame: Size, zoom: number): Size {
  const scale = zoom * Math.min(frame.width / picture.width, frame.height / picture.height)
  return { width: picture.width * scale, height: picture.height * scale }
}

/** Where a place of the picture is in the frame, in pixels. */
export function inFrame(place: { x: number; y: number }, view: View, picture: Size, frame: Size) {
  const size = shown(picture, frame, view.zoom)
  return {
    x: frame.width / 2 + (place.x - view.x) * size.width,
    y: frame.height / 2 + (place.y - view.y) * size.height,
  }
}

/** Which place of the picture is at a pixel of the frame. */
export function inPicture(px: { x: number; y: number }, view: View, picture: Size, frame: Size) {
  const size = shown(picture, frame, view.zoom)
  return {
    x: view.x + (px.x - frame.width / 2) / size.width,
    y: view.y + (px.y - frame.height / 2) / size.height,
  }
}

/** A view that shows no more empty frame than it must. */
export function bounded(view: View, picture: Size, frame: Size): View {
  const zoom = Math.min(MOST_ZOOM, Math.max(1, view.zoom))
  const size = shown(picture, frame, zoom)
  const hold = (at: number, whole: number, room: number) => {
    const half = room / whole / 2
    return half >= 0.5 ? 0.5 : Math.min(1 - half, Math.max(half, at))
  }
  return { zoom, x: hold(view.x, size.width, frame.width), y: hold(view.y, size.height, frame.height) }
}

/** The view after zooming by a factor, with what is at a pixel of the frame staying there. */
export function zoomedAt(view: View, by: number, px: { x: number; y: number }, picture: Size, frame: Size): View {
  const place = inPicture(px, view, picture, frame)
  const zoom = Math.min(MOST_ZOOM, Math.max(1, view.zoom * by))
  const size = shown(picture, frame, zoom)
  return bounded(
    {
      zoom,
      x: place.x - (px.x - frame.width / 2) / size.width,
      y: place.y - (px.y - frame.height / 2) / size.height,
    },
    picture,
    frame,
  )
}

/** Which of some places is nearest to a tap, within its reach; `reach` is a share of the picture's width, `tall` its height by that. */
export function nearest(
  places: readonly { x: number; y: number }[],
  tap: { x: number; y: number },
  reach: number,
  tall: number,
): number | null {
  let best: number | null = null
  let least = reach
  places.forEach((p, i) => {
    const far = Math.hypot(p.x - tap.x, (p.y - tap.y) * tall)
    if (far <= least) [best, least] = [i, far]
  })
  return best
}
