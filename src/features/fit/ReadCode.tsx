'use client'
import { componentRecordKey } from '@/core/evidence/families/componentRecord'
import { Box } from '@chakra-ui/react'
import { ScanBarcode } from 'lucide-react'
import { useRef, useState } from 'react'
import { readCodeInWorker } from '@/workers/clients'
import { Button } from '@/ui/Button'
import { useJob } from '../job/JobContext'

const LONGEST_SERIAL = 40

/** Reads a serial from a picture of its code and lays it on the quick line, where a person looks at it before it is stored. */
export function ReadCode({ componentTag, name }: { componentTag: string; name: string }) {
  const { propose, select, may } = useJob()
  const field = useRef<HTMLInputElement>(null)
  const [told, setTold] = useState<string | null>(null)
  if (!may('recordReadings')) return null
  const read = async (file: File | undefined) => {
    if (!file) return
    setTold('Looking for the code…')
    const text = await readCodeInWorker(file).catch(() => null)
    if (text === null)
      return setTold('No code could be read. Go closer, keep it flat and out of the glare, or type the serial.')
    if (text.length > LONGEST_SERIAL || /\s/.test(text))
      return setTold(`The code says “${text.slice(0, 60)}”, which is no serial. Another code may stand beside it.`)
    setTold(null)
    select(componentRecordKey({ tag: componentTag }))
    propose(`serial ${componentTag} ${text}`)
  }
  return (
    <Box>
      <input
        ref={field}
        type="file"
        accept="image/*"
        capture="environment"
        hidden
        aria-label={`Code of ${name}`}
        onChange={(event) => {
          void read(event.target.files?.[0])
          event.target.value = ''
        }}
      />
      <Button
        variant="bare"
        size="sm"
        fontSize="13px"
        onClick={() => field.current?.click()}
        aria-label={`Read the code of ${name}`}
      >
        <ScanBarcode size={17} aria-hidden />
        code
      </Button>
      {told && (
        <Box role="status" fontSize="13px" color="ink2">
          {told}
        </Box>
      )}
    </Box>
  )
}
