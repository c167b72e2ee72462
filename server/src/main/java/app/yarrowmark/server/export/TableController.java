package app.yarrowmark.server.export;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.function.BiConsumer;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class TableController {

    private static final int BUFFER = 1 << 16;
    /** By which a spreadsheet knows the letters. */
    private static final char MARK = '\ufeff';

    private final TableService tables;

    TableController(TableService tables) {
        this.tables = tables;
    }

    @Operation(
            summary = "Every reading as a long table",
            description =
                    "A row for each reading of each run, those that do not count too; facts of setups as columns where asked.")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "text/csv", schema = @Schema(type = "string")))
    @GetMapping("/api/v1/readings.csv")
    void readings(
            @ParameterObject TableQuestion question,
            @RequestParam(defaultValue = "false") boolean mark,
            HttpServletResponse response)
            throws IOException {
        write("readings.csv", mark, response, question, tables::readings);
    }

    @Operation(
            summary = "Every score as a long table",
            description =
                    "A row for each setup and test: the score, its 95 % interval where the noise is known, runs and days.")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "text/csv", schema = @Schema(type = "string")))
    @GetMapping("/api/v1/scores.csv")
    void scores(
            @ParameterObject TableQuestion question,
            @RequestParam(defaultValue = "false") boolean mark,
            HttpServletResponse response)
            throws IOException {
        write("scores.csv", mark, response, question, tables::scores);
    }

    private static void write(
            String name,
            boolean mark,
            HttpServletResponse response,
            TableQuestion question,
            BiConsumer<TableQuestion, Writer> table)
            throws IOException {
        Opened out = new Opened(name, response, mark);
        table.accept(question, out);
        out.flush();
    }

    /** Opens the answer with the first that is written: a refusal before it is answered as one. */
    private static final class Opened extends Writer {

        private final String name;
        private final HttpServletResponse response;
        private final boolean mark;
        private @Nullable Writer out;

        Opened(String name, HttpServletResponse response, boolean mark) {
            this.name = name;
            this.response = response;
            this.mark = mark;
        }

        @Override
        public void write(char[] from, int offset, int length) throws IOException {
            Writer to = out;
            if (to == null) {
                response.setContentType("text/csv");
                response.setCharacterEncoding("UTF-8");
                response.setHeader("Content-Disposition", "attachment; filename=" + name);
                to = new BufferedWriter(
                        new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8), BUFFER);
                out = to;
                if (mark) {
                    to.write(MARK);
                }
            }
            to.write(from, offset, length);
        }

        @Override
        public void flush() throws IOException {
            if (out != null) {
                out.flush();
            }
        }

        @Override
        public void close() throws IOException {
            flush();
        }
    }
}
