package app.yarrowmark.e2e;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import org.junit.jupiter.api.extension.ConditionEvaluationResult;
import org.junit.jupiter.api.extension.ExecutionCondition;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ExtensionContext.Namespace;
import org.junit.jupiter.api.extension.TestExecutionExceptionHandler;

/**
 * Of a step that fails, keeps what the page showed and what the server logged, under {@code target/failed}; the steps after it,
 * which rest on it, are skipped at once and do not wait for what cannot come.
 */
final class FailedSteps implements TestExecutionExceptionHandler, ExecutionCondition {

    private static final Namespace OWN = Namespace.create(FailedSteps.class);
    private static final Path KEPT = Path.of("target", "failed");

    @Override
    public void handleTestExecutionException(ExtensionContext step, Throwable failure) throws Throwable {
        String name = step.getRequiredTestClass().getSimpleName() + "."
                + step.getRequiredTestMethod().getName();
        step.getParent().orElseThrow().getStore(OWN).put("failed", name);
        if (step.getRequiredTestInstance() instanceof DemoDesk journey) {
            try {
                Files.createDirectories(KEPT);
                Files.copy(
                        journey.app.home().resolve("server.log"),
                        KEPT.resolve(name + ".log"),
                        StandardCopyOption.REPLACE_EXISTING);
                journey.desk.picture(KEPT.resolve(name + ".png"));
            } catch (IOException | RuntimeException e) {
                failure.addSuppressed(e);
            }
        }
        throw failure;
    }

    @Override
    public ConditionEvaluationResult evaluateExecutionCondition(ExtensionContext context) {
        String failed = context.getTestMethod().isEmpty()
                ? null
                : context.getParent().orElseThrow().getStore(OWN).get("failed", String.class);
        return failed == null
                ? ConditionEvaluationResult.enabled("nothing failed before")
                : ConditionEvaluationResult.disabled("rests on " + failed + ", which failed");
    }
}
