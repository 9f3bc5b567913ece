/** The debrief to take along: on paper, and the flight in the formats that others read. */
import type { RecordingView } from '@keel/core';
import { Button, Menu } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { Link } from 'react-router';

export function TakeAlong({ recording }: { recording: RecordingView }) {
  const at = `/api/recordings/${recording.id}`;
  const file = (href: string, name: string, about: string) => (
    <Menu.Item key={name} component="a" href={href} download>
      <strong>{name}</strong> <span className="quiet small">{about}</span>
    </Menu.Item>
  );
  const scored = recording.score !== null;
  return (
    <Menu position="bottom-end" width={330} withinPortal>
      <Menu.Target>
        <Button variant="default" rightSection={<IconDownload size={17} aria-hidden />}>
          Download
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {scored && (
          <Menu.Item component={Link} to={`/debrief/${recording.id}/along`}>
            <strong>In short</strong> <span className="quiet small">a page that reads well on a phone</span>
          </Menu.Item>
        )}
        {scored && (
          <Menu.Item component="a" href={`${at}/debrief.pdf`} target="_blank">
            <strong>Debrief on paper</strong> <span className="quiet small">PDF, A4</span>
          </Menu.Item>
        )}
        {scored && (
          <Menu.Item component="a" href={`${at}/debrief.pdf?size=letter`} target="_blank">
            <strong>Debrief on paper</strong> <span className="quiet small">PDF, letter</span>
          </Menu.Item>
        )}
        {file(`${at}/file`, 'Original file', 'as recorded')}
        {scored && file(`${at}/export/csv`, 'Recording CSV', 'every column')}
        {scored && file(`${at}/export/gpx`, 'GPX', 'the track')}
        {scored && file(`${at}/export/kml`, 'KML', 'the track and its attempts')}
        {scored && file(`${at}/export/json`, 'Score', 'JSON, with its evidence')}
      </Menu.Dropdown>
    </Menu>
  );
}
