package app.yarrowmark.server.writeups;

import app.yarrowmark.core.claim.Known;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * A write-up as its writers see it.
 *
 * @param slug last part of its public address
 * @param line below the title
 * @param device what the model it is of is called; absent where it is of none
 * @param text CommonMark, with figures as {@code ::figure{number=2}} on a line of their own
 * @param answers to caveats, in the writer's words
 * @param figures that were put in, whether the text has them or not
 * @param readers who put their name to it
 * @param asked who is asked to read it
 * @param states that readers saw or see, the first published first
 * @param edition counts up with every change
 */
record WriteUpView(
        long id,
        String slug,
        String title,
        String line,
        @Nullable Long modelId,
        @Nullable String device,
        String text,
        Verdict verdict,
        List<Answer> answers,
        List<FigureView> figures,
        List<Remark> remarks,
        List<Reader> readers,
        List<AskedReader> asked,
        List<StateLine> states,
        State state,
        String madeBy,
        Instant madeAt,
        String changedBy,
        Instant changedAt,
        int edition) {

    /** How far a write-up is. */
    @Schema(enumAsRef = true)
    enum State {
        /** Only writers see it. */
        DRAFT,
        /** Readers see its last published state. */
        PUBLISHED,
        /** Readers see that it was taken back. */
        WITHDRAWN
    }

    /**
     * What the writer concludes, apart from the text.
     *
     * @param verdict in a sentence
     * @param forWhom who should have it
     * @param notForWhom who should not
     * @param pros what speaks for it
     * @param cons what speaks against it
     * @param lacks what is missing
     * @param next what to change or run next
     */
    record Verdict(
            String verdict,
            String forWhom,
            String notForWhom,
            List<String> pros,
            List<String> cons,
            List<String> lacks,
            List<String> next) {

        static final Verdict NONE = new Verdict("", "", "", List.of(), List.of(), List.of(), List.of());
    }

    /**
     * What a writer says of a caveat; readers see both.
     *
     * @param caveat as the figure says it
     */
    record Answer(String caveat, String text) {}

    /**
     * A figure that can be read without the desk.
     *
     * @param about units, base and interval: what the numbers are
     * @param notes what a reader must know beside the numbers: suites, settings, what is counted and shown
     * @param caveats what takes something from the numbers: what differs and was not meant, single runs, what is left out
     * @param source where and when it was drawn
     * @param width of the drawing, in its own units
     * @param height of the drawing
     * @param drawing what stands in an SVG of that size, with colours as names such as {@code var(--ink)}
     * @param table its data: a head, then rows
     * @param numbers those of it that a text can quote
     */
    record FigureContent(
            String title,
            String about,
            List<String> notes,
            List<String> caveats,
            String source,
            double width,
            double height,
            String drawing,
            List<List<String>> table,
            List<Known> numbers) {

        FigureContent {
            // Figures that were kept before they had caveats of their own, and numbers, have none.
            caveats = Objects.requireNonNullElse(caveats, List.of());
            numbers = Objects.requireNonNullElse(numbers, List.of());
        }

        /** Returns the same under another title. */
        FigureContent called(String other) {
            return new FigureContent(other, about, notes, caveats, source, width, height, drawing, table, numbers);
        }
    }

    /**
     * Where a figure is taken from, so that it can be looked at again.
     *
     * @param address of the view, in the page
     * @param name what the figure is called there
     * @param choice how it is drawn and which of its rows, as the page keeps it; empty for as it stands there
     */
    record FigureSource(String address, String name, String choice) {}

    /**
     * A figure of a write-up.
     *
     * @param number by which the text names it
     * @param used whether the text has it
     * @param quoted whether a number of the text hangs on it
     * @param now what its view said when somebody last looked; absent where that is what it says itself
     * @param asOf revision of the scores that is known to be in it
     */
    record FigureView(
            int number,
            FigureSource source,
            FigureContent content,
            String putBy,
            Instant putAt,
            boolean used,
            boolean quoted,
            @Nullable FigureContent now,
            long asOf) {}

    /**
     * What a second person says of a passage.
     *
     * @param passage words of the text; empty for all of it
     * @param settledBy who settled it; absent while it is open
     */
    record Remark(
            long id,
            String passage,
            String text,
            String who,
            Instant at,
            @Nullable String settledBy,
            @Nullable Instant settledAt) {}

    /**
     * Somebody who read it and puts their name to it.
     *
     * @param changedSince whether title, text or verdict were changed after that
     */
    record Reader(String who, Instant at, boolean changedSince) {}

    /**
     * Somebody who is asked to read it.
     *
     * @param by who asked
     * @param read whether they put their name to it since
     */
    record AskedReader(String who, String by, Instant at, boolean read) {}

    /**
     * A state that was published.
     *
     * @param number from 1
     * @param revision of the scores that it shows
     * @param changes what changed since the state before, in the writer's words
     */
    record StateLine(int number, Instant at, String who, long revision, String changes) {}

    /**
     * A write-up in a list.
     *
     * @param figures how many were put in
     * @param published number of the state that readers see; absent where there is none
     * @param readBy who put their name to it
     * @param waitsFor who is asked to read it and has not put their name to it since
     */
    record WriteUpLine(
            long id,
            String slug,
            String title,
            String line,
            @Nullable Long modelId,
            @Nullable String device,
            State state,
            String madeBy,
            String changedBy,
            Instant changedAt,
            int figures,
            @Nullable Integer published,
            @Nullable Instant publishedAt,
            List<String> readBy,
            List<String> waitsFor) {}
}
