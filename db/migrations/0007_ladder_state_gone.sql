-- What is owned stays owned; the newest rung of each quality goes on as what is under way.
insert into "owned_rung" ("athlete_id", "rung_id", "proposal_id", "created_at")
select "athlete_id", unnest("owned"), "proposal_id", "updated_at" from "ladder_state"
on conflict do nothing;--> statement-breakpoint
insert into "under_way" ("athlete_id", "quality", "role", "ladder_id", "rung_id", "load", "setting", "since", "proposal_id", "updated_at")
select distinct on (s."athlete_id", p."quality")
  s."athlete_id", p."quality",
  case p."quality" when 'breath_brace' then 'opener' when 'neck_control' then 'neck' else 'main' end,
  s."ladder_id", s."rung_id", s."load", s."setting", s."updated_at"::date, s."proposal_id", s."updated_at"
from "ladder_state" s
join "core_session" c on c."athlete_id" = s."athlete_id"
join "prescription" p on p."session_id" = c."id" and p."ladder_id" = s."ladder_id"
order by s."athlete_id", p."quality", s."updated_at" desc;--> statement-breakpoint
-- Seasons planned before whole sets: a set was about 0.6 of a dose.
update "week_dose" set "sets" = greatest(1, round("dose" / 0.6)::integer);--> statement-breakpoint
update "plan_week" w set "sessions" = a."sessions_per_week"
from "season_version" v join "athlete" a on a."id" = v."athlete_id"
where v."id" = w."season_version_id" and w."kind" <> 'black';--> statement-breakpoint
DROP TABLE "ladder_state" CASCADE;
