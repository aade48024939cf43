'use client'
import { Box } from '@chakra-ui/react'
import { Camera } from 'lucide-react'
import { useRef, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { Button } from '@/ui/Button'
import { useJob } from './JobContext'

const MAX_BYTES = 25 * 1024 * 1024

/** Takes a picture with the phone's camera, or a file, into the outbox; the server makes it small and strips its metadata. */
export function AddPicture({
  subject,
  size = 'sm',
  compact = false,
}: {
  subject: string
  size?: 'sm' | 'md' | 'glove'
  compact?: boolean
}) {
  const { keep, record, actor, may } = useJob()
  const field = useRef<HTMLInputElement>(null)
  const [error, setError] = useState<string | null>(null)
  if (!may('addPicture')) return null
  const take = async (file: File | undefined) => {
    if (!file) return
    setError(null)
    if (!file.type.startsWith('image/')) return setError('That is no picture. Pick a JPEG, PNG, WebP or AVIF.')
    if (file.size > MAX_BYTES) return setError('That picture is larger than 25 MB. Take a smaller one.')
    const { jobId } = record.installation
    const id = uuidv7()
    const takenAt = new Date(file.lastModified || Date.now()).toISOString()
    const attachment = {
      id,
      jobId,
      kind: 'picture' as const,
      subject,
      fileName: file.name.slice(0, 120),
      sha256: '',
      byteCount: file.size,
      mediaType: file.type,
      takenAt,
      addedByName: actor.name,
      receivedAt: new Date().toISOString(),
    }
    await keep('addPicture', { attachment }, { id, files: [{ name: attachment.fileName, blob: file }] })
  }
  return (
    <Box>
      <input
        ref={field}
        type="file"
        accept="image/*"
        capture="environment"
        hidden
        aria-label={`Picture of ${subject}`}
        onChange={(event) => {
          void take(event.target.files?.[0])
          event.target.value = ''
        }}
      />
      <Button
        size={size}
        variant={compact ? 'bare' : 'quiet'}
        aria-label={compact ? `Add a picture of ${subject}` : undefined}
        onClick={() => field.current?.click()}
      >
        <Camera size={18} aria-hidden />
        {!compact && ' Picture'}
      </Button>
      {error && (
        <Box role="alert" color="stop" fontSize="13px" maxW="24ch">
          {error}
        </Box>
      )}
    </Box>
  )
}
