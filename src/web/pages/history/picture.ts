// Scales a picture from a person's files down for storage.

const longestPx = 1024
const quality = 0.8

/**
 * Returns a JPEG in base 64 with a longer side of at most 1024 px. Rejects files that the browser can't read as a
 * picture.
 */
export async function pictureFrom(file: Blob): Promise<string> {
  const image = await createImageBitmap(file)
  const scale = Math.min(1, longestPx / Math.max(image.width, image.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(image.width * scale))
  canvas.height = Math.max(1, Math.round(image.height * scale))
  const context = canvas.getContext('2d')
  if (!context) throw new Error('no canvas')
  // Transparent parts become white, because JPEG has no transparency.
  context.fillStyle = '#fff'
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.drawImage(image, 0, 0, canvas.width, canvas.height)
  return canvas.toDataURL('image/jpeg', quality).split(',')[1] ?? ''
}
