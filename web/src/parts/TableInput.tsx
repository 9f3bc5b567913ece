/** A table from a spreadsheet: from a file, or pasted. */
import { Button, FileButton, Textarea } from '@mantine/core';

export function TableInput(props: { value: string; change: (text: string) => void; example: string }) {
  return (
    <>
      <div className="row" style={{ alignItems: 'end' }}>
        <FileButton
          accept=".csv,.tsv,.txt,text/csv"
          onChange={async (file) => file && props.change(await file.text())}
        >
          {(button) => (
            <Button {...button} variant="default">
              From a file
            </Button>
          )}
        </FileButton>
        <span className="quiet small">or pasted:</span>
      </div>
      <Textarea
        aria-label="The table"
        placeholder={props.example}
        autosize
        minRows={4}
        maxRows={9}
        value={props.value}
        onChange={(event) => props.change(event.currentTarget.value)}
      />
    </>
  );
}
