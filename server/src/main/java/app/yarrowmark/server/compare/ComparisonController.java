package app.yarrowmark.server.compare;

import app.yarrowmark.core.compare.Basis;
import app.yarrowmark.server.subjects.Speaker;
import app.yarrowmark.server.subjects.SubjectKey;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class ComparisonController {

    private final ComparisonService comparisons;

    ComparisonController(ComparisonService comparisons) {
        this.comparisons = comparisons;
    }

    @Operation(
            summary = "Subjects side by side",
            description = "A subject is setup-12, model-3, claim-3, fact-cpu.model=Maren M4-420 or best-kind=LAPTOP.")
    @GetMapping("/api/v1/comparison")
    ComparisonView comparison(
            @RequestParam List<String> subject,
            @RequestParam(defaultValue = "0") int reference,
            @RequestParam(defaultValue = "GAIN") Basis basis,
            @RequestParam(defaultValue = "0.01") double threshold,
            @RequestParam(defaultValue = "COMMON") Asked.Over over,
            @RequestParam(defaultValue = "TEST") Asked.Votes votes,
            @RequestParam(defaultValue = "as-shipped") String speaks) {
        return comparisons.compare(
                subject.stream().map(SubjectKey::parse).toList(),
                reference,
                new Asked.How(basis, threshold, over, votes),
                Speaker.parse(speaks));
    }
}
