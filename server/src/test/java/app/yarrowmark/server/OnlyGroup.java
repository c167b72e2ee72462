package app.yarrowmark.server;

import org.springframework.jdbc.core.JdbcTemplate;

/** Lets one group of tests count overall on the desk for a while. */
final class OnlyGroup {

    private OnlyGroup() {}

    static void counts(Api person, JdbcTemplate jdbc, String group, Runnable meanwhile) {
        try {
            person.put(
                            "/api/v1/standings/choice",
                            "{\"weights\":[{\"group\":\"" + group + "\",\"weight\":1}],\"edition\":0}")
                    .expect(200);
            meanwhile.run();
        } finally {
            jdbc.update("delete from standing_choice");
        }
    }
}
