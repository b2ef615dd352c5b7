-- The amount in a school's own unit is called so: a dose is the number 1.0 = one effort to failure.
update "prescription" set "detail" = ("detail" - 'schoolDose') || jsonb_build_object('schoolAmount', "detail" -> 'schoolDose') where "detail" ? 'schoolDose';
