import type { Migration } from '../migration'

/** A picture is of a swatch, or of the care label of a fabric: one of each fabric's. */
export const labelPicture: Migration = {
  name: '2026-11-30-label-picture',
  up: async ({ query }) => {
    await query(`
      alter table swatch_photo
        alter column swatch_id drop not null,
        add column fabric_id uuid,
        add foreign key (workroom_id, fabric_id) references fabric (workroom_id, id),
        drop constraint swatch_photo_stage_check,
        add constraint swatch_photo_stage_check check (stage in ('before', 'after', 'washed', 'label')),
        add constraint swatch_photo_of_check check (
          case stage when 'label' then fabric_id is not null and swatch_id is null
          else swatch_id is not null and fabric_id is null end)`)
    await query(`create unique index label_photo_of_fabric on swatch_photo (workroom_id, fabric_id) where fabric_id is not null`)
  },
  down: async ({ query }) => {
    await query(`delete from swatch_photo where stage = 'label'`)
    await query(`
      alter table swatch_photo
        drop constraint swatch_photo_of_check, drop constraint swatch_photo_stage_check,
        add constraint swatch_photo_stage_check check (stage in ('before', 'after', 'washed')),
        drop column fabric_id, alter column swatch_id set not null`)
  },
}
