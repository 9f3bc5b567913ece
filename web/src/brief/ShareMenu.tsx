/** Taking the lesson along: the kneeboard, a calendar entry, a link for the student, the printer. */
import type { Lesson } from '@keel/core';
import { Button, Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconCalendar, IconChevronDown, IconLink, IconPrinter } from '@tabler/icons-react';

export function ShareMenu({ lesson, unsaved }: { lesson: Lesson; unsaved: boolean }) {
  const api = `/api/lessons/${lesson.id}`;
  const link = `${window.location.origin}/brief/${lesson.id}`;
  const first = lesson.student.name.split(' ')[0];
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(link);
      notifications.show({ message: `Link copied. ${first} signs in and sees this lesson and its cards.` });
    } catch {
      // Without permission to the clipboard the link can still be read and copied by hand.
      notifications.show({ message: `Copy this for ${first}: ${link}`, autoClose: false });
    }
  };
  return (
    <Menu position="bottom-end" width={270}>
      <Menu.Target>
        <Button variant="default" rightSection={<IconChevronDown size={15} />}>
          Kneeboard PDF
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {unsaved && <Menu.Label>As last saved: save first to have your changes in it</Menu.Label>}
        <Menu.Item component="a" href={`${api}/kneeboard.pdf?size=a5`} target="_blank">
          Kneeboard, A5
        </Menu.Item>
        <Menu.Item component="a" href={`${api}/kneeboard.pdf?size=half-letter`} target="_blank">
          Kneeboard, half-letter
        </Menu.Item>
        <Menu.Item component="a" href={`${api}/kneeboard.pdf?size=a4`} target="_blank">
          Two panels a sheet, A4
        </Menu.Item>
        <Menu.Item component="a" href={`${api}/kneeboard.pdf?size=letter`} target="_blank">
          Two panels a sheet, letter
        </Menu.Item>
        <Menu.Divider />
        <Menu.Item leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
          Print the cards
        </Menu.Item>
        <Menu.Item leftSection={<IconCalendar size={16} />} component="a" href={`${api}/lesson.ics`} download>
          Calendar entry
        </Menu.Item>
        <Menu.Item leftSection={<IconLink size={16} />} onClick={copy}>
          Copy the link for {first}
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}
