package app.yarrowmark.server.search;

import app.yarrowmark.server.boards.BoardView;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;

/** Where something that was found is shown; the page knows the address. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "at")
@JsonSubTypes({
    @JsonSubTypes.Type(value = Place.ModelPlace.class, name = "MODEL"),
    @JsonSubTypes.Type(value = Place.SetupPlace.class, name = "SETUP"),
    @JsonSubTypes.Type(value = Place.SuitePlace.class, name = "SUITE"),
    @JsonSubTypes.Type(value = Place.FactPlace.class, name = "FACT"),
    @JsonSubTypes.Type(value = Place.PartPlace.class, name = "PART"),
    @JsonSubTypes.Type(value = Place.BoardPlace.class, name = "BOARD"),
    @JsonSubTypes.Type(value = Place.RunPlace.class, name = "RUN"),
    @JsonSubTypes.Type(value = Place.RunsPlace.class, name = "RUNS")
})
sealed interface Place {

    record ModelPlace(long id) implements Place {}

    record SetupPlace(long id) implements Place {}

    record SuitePlace(long id) implements Place {}

    /** A fact of the dictionary. */
    record FactPlace(String key) implements Place {}

    /** What bears a value of a fact. */
    record PartPlace(String key, String value) implements Place {}

    /** A kept view, with the question part of its address. */
    record BoardPlace(BoardView.Page page, String question) implements Place {}

    /** A run in the ledger. */
    record RunPlace(String id) implements Place {}

    /** The runs of a suite on a setup. */
    record RunsPlace(long suite, long setup) implements Place {}
}
