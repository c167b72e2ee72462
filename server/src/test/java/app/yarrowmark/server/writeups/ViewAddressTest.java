package app.yarrowmark.server.writeups;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.RETURNS_DEEP_STUBS;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class ViewAddressTest {

    /** A desk on which a setup, its model, a suite and its metric have numbers of their own. */
    private static ViewAddress desk(long setup, long model, long suite, long metric) {
        CatalogueService catalogue = mock();
        SetupService setups = mock();
        SuiteService suites = mock();
        ModelView nook = mock();
        when(nook.id()).thenReturn(model);
        when(nook.maker()).thenReturn("Corvane");
        when(nook.name()).thenReturn("Nook 2");
        when(nook.units()).thenReturn(List.of(new UnitView(5, model, "A", "", true, 1)));
        when(catalogue.models()).thenReturn(List.of(nook));
        when(catalogue.model(anyLong())).thenThrow(Refusal.notFound("gone"));
        SetupView view = mock();
        when(view.maker()).thenReturn("Corvane");
        when(view.model()).thenReturn("Nook 2");
        when(view.unitLabel()).thenReturn("A");
        when(view.name()).thenReturn("as shipped");
        when(setups.view(anyLong())).thenThrow(Refusal.notFound("gone"));
        doReturn(view).when(setups).view(setup);
        doReturn(nook).when(catalogue).model(model);
        when(setups.named(5, "as shipped")).thenReturn(Optional.of(setup));
        Suite kernmill = mock(RETURNS_DEEP_STUBS);
        when(kernmill.id()).thenReturn(suite);
        when(kernmill.sheet().id().key()).thenReturn("kernmill");
        when(kernmill.sheet().id().version()).thenReturn("3");
        when(kernmill.metricIds()).thenReturn(Map.of("weave", metric));
        when(suites.all()).thenReturn(List.of(kernmill));
        return new ViewAddress(catalogue, setups, suites);
    }

    @Test
    void theNumbersInAnAddressAreThoseOfTheDeskItIsOpenedOn() {
        ViewAddress there = desk(12, 7, 3, 44);
        ViewAddress here = desk(88, 9, 1, 5);
        for (String[] pair : new String[][] {
            {"/side-by-side?s=setup-12&s=model-7&ref=0", "/side-by-side?s=setup-88&s=model-9&ref=0"},
            {"/versions?setup=12&factor=browser.name&focus=31", "/versions?setup=88&factor=browser.name"},
            {"/inside?suite=3&setup=12", "/inside?suite=1&setup=88"},
            {"/standings?focus=4&kind=MINI&test=44", "/standings?kind=MINI&test=5"},
            {"/catalogue/models/7", "/catalogue/models/9"},
            {"/standings?kind=MINI", "/standings?kind=MINI"},
        }) {
            assertThat(here.here(pair[0], there.names(pair[0]))).as(pair[0]).contains(pair[1]);
        }
    }

    @Test
    void anAddressOfSomethingThatIsNotHereLeadsNowhere() {
        ViewAddress there = desk(12, 7, 3, 44);
        String address = "/side-by-side?s=setup-12&s=setup-13";
        assertThat(there.names(address)).containsOnlyKeys("setup-12");
        assertThat(desk(88, 9, 1, 5).here(address, there.names(address))).isEmpty();
    }
}
