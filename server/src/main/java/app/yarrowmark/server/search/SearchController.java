package app.yarrowmark.server.search;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class SearchController {

    private static final int LONGEST = 200;

    private final SearchService search;

    SearchController(SearchService search) {
        this.search = search;
    }

    @Operation(
            summary =
                    "Models, units, setups, parts, suites, facts and runs that have every word, or words that begin so")
    @GetMapping("/api/v1/search")
    List<SearchService.Hit> find(@RequestParam String q) {
        return search.find(q.length() > LONGEST ? q.substring(0, LONGEST) : q);
    }
}
