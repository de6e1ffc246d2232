import { emptyApi as api } from "./emptyApi";
export const addTagTypes = [
  "accounts",
  "seal",
  "tastings",
  "plans",
  "panel",
  "clock",
  "house",
  "kitchen",
  "caveats",
  "readings",
  "service",
  "contents",
  "ballots",
  "paper",
  "shares",
  "findings",
  "exchange",
  "sheets",
] as const;
const injectedRtkApi = api
  .enhanceEndpoints({
    addTagTypes,
  })
  .injectEndpoints({
    endpoints: (build) => ({
      getSession: build.query<GetSessionApiResponse, GetSessionApiArg>({
        query: () => ({ url: `/api/session` }),
        providesTags: ["accounts"],
      }),
      signIn: build.mutation<SignInApiResponse, SignInApiArg>({
        query: (queryArg) => ({ url: `/api/session`, method: "POST", body: queryArg.signIn }),
        invalidatesTags: ["accounts"],
      }),
      signOut: build.mutation<SignOutApiResponse, SignOutApiArg>({
        query: () => ({ url: `/api/session`, method: "DELETE" }),
        invalidatesTags: ["accounts"],
      }),
      listSessions: build.query<ListSessionsApiResponse, ListSessionsApiArg>({
        query: () => ({ url: `/api/sessions` }),
        providesTags: ["accounts"],
      }),
      endSession: build.mutation<EndSessionApiResponse, EndSessionApiArg>({
        query: (queryArg) => ({ url: `/api/sessions/${queryArg.id}`, method: "DELETE" }),
        invalidatesTags: ["accounts"],
      }),
      changePassword: build.mutation<ChangePasswordApiResponse, ChangePasswordApiArg>({
        query: (queryArg) => ({ url: `/api/password`, method: "POST", body: queryArg.changedPassword }),
        invalidatesTags: ["accounts"],
      }),
      setUp: build.mutation<SetUpApiResponse, SetUpApiArg>({
        query: (queryArg) => ({ url: `/api/set-up`, method: "POST", body: queryArg.firstAccount }),
        invalidatesTags: ["accounts"],
      }),
      listAccounts: build.query<ListAccountsApiResponse, ListAccountsApiArg>({
        query: () => ({ url: `/api/accounts` }),
        providesTags: ["accounts"],
      }),
      addAccount: build.mutation<AddAccountApiResponse, AddAccountApiArg>({
        query: (queryArg) => ({ url: `/api/accounts`, method: "POST", body: queryArg.newAccount }),
        invalidatesTags: ["accounts"],
      }),
      listHouseLog: build.query<ListHouseLogApiResponse, ListHouseLogApiArg>({
        query: () => ({ url: `/api/accounts/log` }),
        providesTags: ["accounts"],
      }),
      renewPassword: build.mutation<RenewPasswordApiResponse, RenewPasswordApiArg>({
        query: (queryArg) => ({
          url: `/api/accounts/${queryArg.id}/password`,
          method: "POST",
          body: queryArg.renewedPassword,
        }),
        invalidatesTags: ["accounts"],
      }),
      removeAccount: build.mutation<RemoveAccountApiResponse, RemoveAccountApiArg>({
        query: (queryArg) => ({ url: `/api/accounts/${queryArg.id}`, method: "DELETE" }),
        invalidatesTags: ["accounts"],
      }),
      getSeal: build.query<GetSealApiResponse, GetSealApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/seal` }),
        providesTags: ["seal"],
      }),
      compareMark: build.mutation<CompareMarkApiResponse, CompareMarkApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/seal/compare`,
          method: "POST",
          body: queryArg.compareMark,
        }),
        invalidatesTags: ["seal"],
      }),
      unseal: build.mutation<UnsealApiResponse, UnsealApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/unseal`, method: "POST" }),
        invalidatesTags: ["seal"],
      }),
      listTastings: build.query<ListTastingsApiResponse, ListTastingsApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings`,
          params: {
            words: queryArg.words,
          },
        }),
        providesTags: ["tastings"],
      }),
      createTasting: build.mutation<CreateTastingApiResponse, CreateTastingApiArg>({
        query: (queryArg) => ({ url: `/api/tastings`, method: "POST", body: queryArg.newTasting }),
        invalidatesTags: ["tastings"],
      }),
      listRemoved: build.query<ListRemovedApiResponse, ListRemovedApiArg>({
        query: () => ({ url: `/api/tastings/removed` }),
        providesTags: ["tastings"],
      }),
      getTasting: build.query<GetTastingApiResponse, GetTastingApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}` }),
        providesTags: ["tastings"],
      }),
      removeTasting: build.mutation<RemoveTastingApiResponse, RemoveTastingApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}`, method: "DELETE" }),
        invalidatesTags: ["tastings"],
      }),
      getCard: build.query<GetCardApiResponse, GetCardApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/card` }),
        providesTags: ["tastings"],
      }),
      saveDraft: build.mutation<SaveDraftApiResponse, SaveDraftApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/draft`, method: "PUT", body: queryArg.savedDraft }),
        invalidatesTags: ["tastings"],
      }),
      restoreTasting: build.mutation<RestoreTastingApiResponse, RestoreTastingApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/restore`, method: "POST" }),
        invalidatesTags: ["tastings"],
      }),
      getPlan: build.query<GetPlanApiResponse, GetPlanApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/plan` }),
        providesTags: ["plans"],
      }),
      lock: build.mutation<LockApiResponse, LockApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/lock`, method: "POST" }),
        invalidatesTags: ["plans"],
      }),
      unlock: build.mutation<UnlockApiResponse, UnlockApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/unlock`, method: "POST" }),
        invalidatesTags: ["plans"],
      }),
      redraw: build.mutation<RedrawApiResponse, RedrawApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/redraw`, method: "POST" }),
        invalidatesTags: ["plans"],
      }),
      nextSitting: build.mutation<NextSittingApiResponse, NextSittingApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/next-sitting`, method: "POST" }),
        invalidatesTags: ["plans"],
      }),
      getLinks: build.query<GetLinksApiResponse, GetLinksApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/links` }),
        providesTags: ["plans"],
      }),
      close: build.mutation<CloseApiResponse, CloseApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/close`, method: "POST" }),
        invalidatesTags: ["plans"],
      }),
      reopen: build.mutation<ReopenApiResponse, ReopenApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/reopen`, method: "POST" }),
        invalidatesTags: ["plans"],
      }),
      putNameRight: build.mutation<PutNameRightApiResponse, PutNameRightApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/names/${queryArg.panelist}`,
          method: "PUT",
          body: queryArg.nameInput,
        }),
        invalidatesTags: ["panel"],
      }),
      eraseName: build.mutation<EraseNameApiResponse, EraseNameApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/names/${queryArg.panelist}`, method: "DELETE" }),
        invalidatesTags: ["panel"],
      }),
      eraseNames: build.mutation<EraseNamesApiResponse, EraseNamesApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/names`, method: "DELETE" }),
        invalidatesTags: ["panel"],
      }),
      getClock: build.query<GetClockApiResponse, GetClockApiArg>({
        query: () => ({ url: `/api/clock` }),
        providesTags: ["clock"],
      }),
      getHouse: build.query<GetHouseApiResponse, GetHouseApiArg>({
        query: () => ({ url: `/api/house` }),
        providesTags: ["house"],
      }),
      keepRange: build.mutation<KeepRangeApiResponse, KeepRangeApiArg>({
        query: (queryArg) => ({ url: `/api/house/range`, method: "PUT", body: queryArg.keptRange }),
        invalidatesTags: ["house"],
      }),
      chooseLocale: build.mutation<ChooseLocaleApiResponse, ChooseLocaleApiArg>({
        query: (queryArg) => ({ url: `/api/house/locale`, method: "PUT", body: queryArg.chosenLocale }),
        invalidatesTags: ["house"],
      }),
      getKitchen: build.query<GetKitchenApiResponse, GetKitchenApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/kitchen` }),
        providesTags: ["kitchen"],
      }),
      getRange: build.query<GetRangeApiResponse, GetRangeApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/range` }),
        providesTags: ["kitchen"],
      }),
      saveRange: build.mutation<SaveRangeApiResponse, SaveRangeApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/range`, method: "PUT", body: queryArg.savedRange }),
        invalidatesTags: ["kitchen"],
      }),
      getKitchenLog: build.query<GetKitchenLogApiResponse, GetKitchenLogApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/kitchen-log` }),
        providesTags: ["kitchen"],
      }),
      addToKitchenLog: build.mutation<AddToKitchenLogApiResponse, AddToKitchenLogApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/kitchen-log`,
          method: "POST",
          body: queryArg.kitchenEntries,
        }),
        invalidatesTags: ["kitchen"],
      }),
      exportKitchenLog: build.query<ExportKitchenLogApiResponse, ExportKitchenLogApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/kitchen-log.csv` }),
        providesTags: ["kitchen"],
      }),
      getPhoto: build.query<GetPhotoApiResponse, GetPhotoApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/photos/${queryArg.photo}` }),
        providesTags: ["kitchen"],
      }),
      getRunSheet: build.query<GetRunSheetApiResponse, GetRunSheetApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/run-sheet` }),
        providesTags: ["kitchen"],
      }),
      getRunSheetAnew: build.query<GetRunSheetAnewApiResponse, GetRunSheetAnewApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/run-sheet/anew` }),
        providesTags: ["kitchen"],
      }),
      getLedger: build.query<GetLedgerApiResponse, GetLedgerApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/caveats` }),
        providesTags: ["caveats"],
      }),
      addEntries: build.mutation<AddEntriesApiResponse, AddEntriesApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/caveats`,
          method: "POST",
          body: queryArg.caveatEntries,
        }),
        invalidatesTags: ["caveats"],
      }),
      sendReadings: build.mutation<SendReadingsApiResponse, SendReadingsApiArg>({
        query: (queryArg) => ({ url: `/api/readings`, method: "POST", body: queryArg.readings }),
        invalidatesTags: ["readings"],
      }),
      listDevices: build.query<ListDevicesApiResponse, ListDevicesApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/devices` }),
        providesTags: ["readings"],
      }),
      openDevice: build.mutation<OpenDeviceApiResponse, OpenDeviceApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/devices`,
          method: "POST",
          body: queryArg.newDevice,
        }),
        invalidatesTags: ["readings"],
      }),
      closeDevice: build.mutation<CloseDeviceApiResponse, CloseDeviceApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/devices/${queryArg.name}`, method: "DELETE" }),
        invalidatesTags: ["readings"],
      }),
      importReadings: build.mutation<ImportReadingsApiResponse, ImportReadingsApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/devices/${queryArg.name}/readings`,
          method: "POST",
          body: queryArg.readings,
        }),
        invalidatesTags: ["readings"],
      }),
      getCurves: build.query<GetCurvesApiResponse, GetCurvesApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/curves`,
          params: {
            piece: queryArg.piece,
          },
        }),
        providesTags: ["readings"],
      }),
      exportReadings: build.query<ExportReadingsApiResponse, ExportReadingsApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/readings.csv` }),
        providesTags: ["readings"],
      }),
      getBoard: build.query<GetBoardApiResponse, GetBoardApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/board` }),
        providesTags: ["service"],
      }),
      getServiceLog: build.query<GetServiceLogApiResponse, GetServiceLogApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/service-log` }),
        providesTags: ["service"],
      }),
      addToServiceLog: build.mutation<AddToServiceLogApiResponse, AddToServiceLogApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/service-log`,
          method: "POST",
          body: queryArg.serviceEntries,
        }),
        invalidatesTags: ["service"],
      }),
      letIn: build.mutation<LetInApiResponse, LetInApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/walk-ins`,
          method: "POST",
          body: queryArg.walkInInput,
        }),
        invalidatesTags: ["service"],
      }),
      takeBackWalkIn: build.mutation<TakeBackWalkInApiResponse, TakeBackWalkInApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/walk-ins/${queryArg.panelist}`, method: "DELETE" }),
        invalidatesTags: ["service"],
      }),
      getSpares: build.query<GetSparesApiResponse, GetSparesApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/spares`,
          params: {
            code: queryArg.code,
          },
        }),
        providesTags: ["service"],
      }),
      getPortioning: build.query<GetPortioningApiResponse, GetPortioningApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/portioning` }),
        providesTags: ["service"],
      }),
      openPortioning: build.mutation<OpenPortioningApiResponse, OpenPortioningApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/portioning`,
          method: "POST",
          body: queryArg.portioningReason,
        }),
        invalidatesTags: ["service"],
      }),
      correctIngredients: build.mutation<CorrectIngredientsApiResponse, CorrectIngredientsApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/ingredients`,
          method: "PUT",
          body: queryArg.correctedIngredients,
        }),
        invalidatesTags: ["contents"],
      }),
      getExclusions: build.query<GetExclusionsApiResponse, GetExclusionsApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/exclusions` }),
        providesTags: ["contents"],
      }),
      saveExclusion: build.mutation<SaveExclusionApiResponse, SaveExclusionApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/exclusions/${queryArg.panelist}`,
          method: "PUT",
          body: queryArg.exclusionInput,
        }),
        invalidatesTags: ["contents"],
      }),
      openBallot: build.mutation<OpenBallotApiResponse, OpenBallotApiArg>({
        query: (queryArg) => ({
          url: `/api/ballots/${queryArg.token}/open`,
          method: "POST",
          body: queryArg.openBallot,
        }),
        invalidatesTags: ["ballots"],
      }),
      saveAnswers: build.mutation<SaveAnswersApiResponse, SaveAnswersApiArg>({
        query: (queryArg) => ({
          url: `/api/ballots/${queryArg.token}/answers`,
          method: "POST",
          body: queryArg.saveAnswers,
        }),
        invalidatesTags: ["ballots"],
      }),
      handIn: build.mutation<HandInApiResponse, HandInApiArg>({
        query: (queryArg) => ({ url: `/api/ballots/${queryArg.token}/hand-in`, method: "POST", body: queryArg.handIn }),
        invalidatesTags: ["ballots"],
      }),
      stopTasting: build.mutation<StopTastingApiResponse, StopTastingApiArg>({
        query: (queryArg) => ({ url: `/api/ballots/${queryArg.token}/stop`, method: "POST", body: queryArg.stopInput }),
        invalidatesTags: ["ballots"],
      }),
      ownTray: build.query<OwnTrayApiResponse, OwnTrayApiArg>({
        query: (queryArg) => ({ url: `/api/ballots/${queryArg.token}/tray` }),
        providesTags: ["ballots"],
      }),
      saveGuess: build.mutation<SaveGuessApiResponse, SaveGuessApiArg>({
        query: (queryArg) => ({
          url: `/api/ballots/${queryArg.token}/guess`,
          method: "POST",
          body: queryArg.guessInput,
        }),
        invalidatesTags: ["ballots"],
      }),
      findBallot: build.mutation<FindBallotApiResponse, FindBallotApiArg>({
        query: (queryArg) => ({ url: `/api/ballot-codes`, method: "POST", body: queryArg.shortCode }),
        invalidatesTags: ["ballots"],
      }),
      listPaper: build.query<ListPaperApiResponse, ListPaperApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper` }),
        providesTags: ["paper"],
      }),
      getPaper: build.query<GetPaperApiResponse, GetPaperApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper/${queryArg.panelist}`,
        }),
        providesTags: ["paper"],
      }),
      typePaper: build.mutation<TypePaperApiResponse, TypePaperApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper/${queryArg.panelist}`,
          method: "PUT",
          body: queryArg.typedBallot,
        }),
        invalidatesTags: ["paper"],
      }),
      typeAnew: build.mutation<TypeAnewApiResponse, TypeAnewApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper/${queryArg.panelist}`,
          method: "DELETE",
        }),
        invalidatesTags: ["paper"],
      }),
      letPaperCount: build.mutation<LetPaperCountApiResponse, LetPaperCountApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper/${queryArg.panelist}/once`,
          method: "POST",
        }),
        invalidatesTags: ["paper"],
      }),
      getDifferences: build.query<GetDifferencesApiResponse, GetDifferencesApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper/${queryArg.panelist}/differences`,
        }),
        providesTags: ["paper"],
      }),
      settlePaper: build.mutation<SettlePaperApiResponse, SettlePaperApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper/${queryArg.panelist}/settle`,
          method: "POST",
          body: queryArg.settlement,
        }),
        invalidatesTags: ["paper"],
      }),
      keepPicture: build.mutation<KeepPictureApiResponse, KeepPictureApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper/${queryArg.panelist}/picture`,
          method: "PUT",
          body: queryArg.paperPicture,
        }),
        invalidatesTags: ["paper"],
      }),
      getPicture: build.query<GetPictureApiResponse, GetPictureApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper/${queryArg.panelist}/picture`,
        }),
        providesTags: ["paper"],
      }),
      lookAtAnswers: build.mutation<LookAtAnswersApiResponse, LookAtAnswersApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper/${queryArg.panelist}/look`,
          method: "POST",
          body: queryArg.lookedAt,
        }),
        invalidatesTags: ["paper"],
      }),
      correctAnswers: build.mutation<CorrectAnswersApiResponse, CorrectAnswersApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/sittings/${queryArg.sitting}/paper/${queryArg.panelist}/corrections`,
          method: "POST",
          body: queryArg.correction,
        }),
        invalidatesTags: ["paper"],
      }),
      listShares: build.query<ListSharesApiResponse, ListSharesApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/shares` }),
        providesTags: ["shares"],
      }),
      share: build.mutation<ShareApiResponse, ShareApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/shares`,
          method: "POST",
          body: queryArg.shareInput,
        }),
        invalidatesTags: ["shares"],
      }),
      revokeShare: build.mutation<RevokeShareApiResponse, RevokeShareApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/shares/${queryArg.share}`, method: "DELETE" }),
        invalidatesTags: ["shares"],
      }),
      getShared: build.query<GetSharedApiResponse, GetSharedApiArg>({
        query: (queryArg) => ({ url: `/api/shared/${queryArg.token}` }),
        providesTags: ["shares"],
      }),
      getFindings: build.query<GetFindingsApiResponse, GetFindingsApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/findings` }),
        providesTags: ["findings"],
      }),
      getParts: build.query<GetPartsApiResponse, GetPartsApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/findings/parts` }),
        providesTags: ["findings"],
      }),
      getServings: build.query<GetServingsApiResponse, GetServingsApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/findings/servings` }),
        providesTags: ["findings"],
      }),
      addUp: build.mutation<AddUpApiResponse, AddUpApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/findings/weighted`,
          method: "POST",
          body: queryArg.weightsAsked,
        }),
        invalidatesTags: ["findings"],
      }),
      runWithout: build.mutation<RunWithoutApiResponse, RunWithoutApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/findings/without`,
          method: "POST",
          body: queryArg.withoutAsked,
        }),
        invalidatesTags: ["findings"],
      }),
      exportBundle: build.query<ExportBundleApiResponse, ExportBundleApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/bundle` }),
        providesTags: ["exchange"],
      }),
      exportCsv: build.query<ExportCsvApiResponse, ExportCsvApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/csv` }),
        providesTags: ["exchange"],
      }),
      exportOrders: build.query<ExportOrdersApiResponse, ExportOrdersApiArg>({
        query: (queryArg) => ({ url: `/api/tastings/${queryArg.id}/orders` }),
        providesTags: ["exchange"],
      }),
      importBundle: build.mutation<ImportBundleApiResponse, ImportBundleApiArg>({
        query: (queryArg) => ({ url: `/api/import`, method: "POST", body: queryArg.body }),
        invalidatesTags: ["exchange"],
      }),
      sendLabels: build.mutation<SendLabelsApiResponse, SendLabelsApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/print/labels`,
          method: "POST",
          body: queryArg.labelsToPrint,
        }),
        invalidatesTags: ["sheets"],
      }),
      sendTags: build.mutation<SendTagsApiResponse, SendTagsApiArg>({
        query: (queryArg) => ({
          url: `/api/tastings/${queryArg.id}/print/tags`,
          method: "POST",
          body: queryArg.labelsToPrint,
        }),
        invalidatesTags: ["sheets"],
      }),
    }),
    overrideExisting: false,
  });
export { injectedRtkApi as generatedApi };
export type GetSessionApiResponse = /** status 200  */ SessionView;
export type GetSessionApiArg = void;
export type SignInApiResponse = /** status 200  */ SessionView;
export type SignInApiArg = {
  signIn: SignIn;
};
export type SignOutApiResponse = unknown;
export type SignOutApiArg = void;
export type ListSessionsApiResponse = /** status 200  */ OwnSession[];
export type ListSessionsApiArg = void;
export type EndSessionApiResponse = unknown;
export type EndSessionApiArg = {
  id: string;
};
export type ChangePasswordApiResponse = unknown;
export type ChangePasswordApiArg = {
  changedPassword: ChangedPassword;
};
export type SetUpApiResponse = unknown;
export type SetUpApiArg = {
  firstAccount: FirstAccount;
};
export type ListAccountsApiResponse = /** status 200  */ AccountView[];
export type ListAccountsApiArg = void;
export type AddAccountApiResponse = /** status 200  */ AccountView;
export type AddAccountApiArg = {
  newAccount: NewAccount;
};
export type ListHouseLogApiResponse = /** status 200  */ HouseEvent[];
export type ListHouseLogApiArg = void;
export type RenewPasswordApiResponse = unknown;
export type RenewPasswordApiArg = {
  id: string;
  renewedPassword: RenewedPassword;
};
export type RemoveAccountApiResponse = unknown;
export type RemoveAccountApiArg = {
  id: string;
};
export type GetSealApiResponse = /** status 200  */ SealView;
export type GetSealApiArg = {
  id: string;
};
export type CompareMarkApiResponse = /** status 200  */ ComparedView;
export type CompareMarkApiArg = {
  id: string;
  compareMark: CompareMark;
};
export type UnsealApiResponse = /** status 200  */ SealView;
export type UnsealApiArg = {
  id: string;
};
export type ListTastingsApiResponse = /** status 200  */ TastingCard[];
export type ListTastingsApiArg = {
  words?: string;
};
export type CreateTastingApiResponse = /** status 200  */ TastingView;
export type CreateTastingApiArg = {
  newTasting: NewTasting;
};
export type ListRemovedApiResponse = /** status 200  */ RemovedView[];
export type ListRemovedApiArg = void;
export type GetTastingApiResponse = /** status 200  */ TastingView;
export type GetTastingApiArg = {
  id: string;
};
export type RemoveTastingApiResponse = unknown;
export type RemoveTastingApiArg = {
  id: string;
};
export type GetCardApiResponse = /** status 200  */ TastingCard;
export type GetCardApiArg = {
  id: string;
};
export type SaveDraftApiResponse = /** status 200  */ TastingView;
export type SaveDraftApiArg = {
  id: string;
  savedDraft: SavedDraft;
};
export type RestoreTastingApiResponse = unknown;
export type RestoreTastingApiArg = {
  id: string;
};
export type GetPlanApiResponse = /** status 200  */ PlanView;
export type GetPlanApiArg = {
  id: string;
};
export type LockApiResponse = /** status 200  */ PlanView;
export type LockApiArg = {
  id: string;
};
export type UnlockApiResponse = unknown;
export type UnlockApiArg = {
  id: string;
};
export type RedrawApiResponse = /** status 200  */ PlanView;
export type RedrawApiArg = {
  id: string;
};
export type NextSittingApiResponse = unknown;
export type NextSittingApiArg = {
  id: string;
};
export type GetLinksApiResponse = /** status 200  */ BallotLinkView[];
export type GetLinksApiArg = {
  id: string;
};
export type CloseApiResponse = unknown;
export type CloseApiArg = {
  id: string;
};
export type ReopenApiResponse = unknown;
export type ReopenApiArg = {
  id: string;
};
export type PutNameRightApiResponse = unknown;
export type PutNameRightApiArg = {
  id: string;
  panelist: string;
  nameInput: NameInput;
};
export type EraseNameApiResponse = unknown;
export type EraseNameApiArg = {
  id: string;
  panelist: string;
};
export type EraseNamesApiResponse = unknown;
export type EraseNamesApiArg = {
  id: string;
};
export type GetClockApiResponse = /** status 200  */ ClockView;
export type GetClockApiArg = void;
export type GetHouseApiResponse = /** status 200  */ HouseView;
export type GetHouseApiArg = void;
export type KeepRangeApiResponse = /** status 200  */ HouseView;
export type KeepRangeApiArg = {
  keptRange: KeptRange;
};
export type ChooseLocaleApiResponse = /** status 200  */ HouseView;
export type ChooseLocaleApiArg = {
  chosenLocale: ChosenLocale;
};
export type GetKitchenApiResponse = /** status 200  */ KitchenView;
export type GetKitchenApiArg = {
  id: string;
};
export type GetRangeApiResponse = /** status 200  */ RangeView;
export type GetRangeApiArg = {
  id: string;
};
export type SaveRangeApiResponse = /** status 200  */ RangeView;
export type SaveRangeApiArg = {
  id: string;
  savedRange: SavedRange;
};
export type GetKitchenLogApiResponse = /** status 200  */ KitchenLogView;
export type GetKitchenLogApiArg = {
  id: string;
};
export type AddToKitchenLogApiResponse = /** status 200  */ StoredEntries;
export type AddToKitchenLogApiArg = {
  id: string;
  kitchenEntries: KitchenEntries;
};
export type ExportKitchenLogApiResponse = unknown;
export type ExportKitchenLogApiArg = {
  id: string;
};
export type GetPhotoApiResponse = unknown;
export type GetPhotoApiArg = {
  id: string;
  photo: string;
};
export type GetRunSheetApiResponse = /** status 200  */ RunSheetView;
export type GetRunSheetApiArg = {
  id: string;
};
export type GetRunSheetAnewApiResponse = /** status 200  */ RunSheetView;
export type GetRunSheetAnewApiArg = {
  id: string;
};
export type GetLedgerApiResponse = /** status 200  */ LedgerView;
export type GetLedgerApiArg = {
  id: string;
};
export type AddEntriesApiResponse = /** status 200  */ StoredEntries;
export type AddEntriesApiArg = {
  id: string;
  caveatEntries: CaveatEntries;
};
export type SendReadingsApiResponse = /** status 200  */ StoredReadings;
export type SendReadingsApiArg = {
  readings: Readings;
};
export type ListDevicesApiResponse = /** status 200  */ DeviceView[];
export type ListDevicesApiArg = {
  id: string;
};
export type OpenDeviceApiResponse = /** status 200  */ DeviceToken;
export type OpenDeviceApiArg = {
  id: string;
  newDevice: NewDevice;
};
export type CloseDeviceApiResponse = unknown;
export type CloseDeviceApiArg = {
  id: string;
  name: string;
};
export type ImportReadingsApiResponse = /** status 200  */ StoredReadings;
export type ImportReadingsApiArg = {
  id: string;
  name: string;
  readings: Readings;
};
export type GetCurvesApiResponse = /** status 200  */ CurvesView;
export type GetCurvesApiArg = {
  id: string;
  piece?: string;
};
export type ExportReadingsApiResponse = unknown;
export type ExportReadingsApiArg = {
  id: string;
};
export type GetBoardApiResponse = /** status 200  */ BoardView;
export type GetBoardApiArg = {
  id: string;
};
export type GetServiceLogApiResponse = /** status 200  */ ServiceLogView;
export type GetServiceLogApiArg = {
  id: string;
};
export type AddToServiceLogApiResponse = /** status 200  */ StoredEntries;
export type AddToServiceLogApiArg = {
  id: string;
  serviceEntries: ServiceEntries;
};
export type LetInApiResponse = /** status 200  */ WalkInView;
export type LetInApiArg = {
  id: string;
  walkInInput: WalkInInput;
};
export type TakeBackWalkInApiResponse = /** status 200  */ WalkInView;
export type TakeBackWalkInApiArg = {
  id: string;
  panelist: string;
};
export type GetSparesApiResponse = /** status 200  */ SparesView;
export type GetSparesApiArg = {
  id: string;
  code: string;
};
export type GetPortioningApiResponse = /** status 200  */ PortionView[];
export type GetPortioningApiArg = {
  id: string;
};
export type OpenPortioningApiResponse = /** status 200  */ PortionView[];
export type OpenPortioningApiArg = {
  id: string;
  portioningReason: PortioningReason;
};
export type CorrectIngredientsApiResponse = unknown;
export type CorrectIngredientsApiArg = {
  id: string;
  correctedIngredients: CorrectedIngredients;
};
export type GetExclusionsApiResponse = /** status 200  */ ExclusionView[];
export type GetExclusionsApiArg = {
  id: string;
};
export type SaveExclusionApiResponse = /** status 200  */ ExclusionView[];
export type SaveExclusionApiArg = {
  id: string;
  panelist: string;
  exclusionInput: ExclusionInput;
};
export type OpenBallotApiResponse = /** status 200  */ BallotView;
export type OpenBallotApiArg = {
  token: string;
  openBallot: OpenBallot;
};
export type SaveAnswersApiResponse = /** status 200  */ MarkedAnswers;
export type SaveAnswersApiArg = {
  token: string;
  saveAnswers: SaveAnswers;
};
export type HandInApiResponse = /** status 200  */ BallotView;
export type HandInApiArg = {
  token: string;
  handIn: HandIn;
};
export type StopTastingApiResponse = /** status 200  */ SavedAnswers;
export type StopTastingApiArg = {
  token: string;
  stopInput: StopInput;
};
export type OwnTrayApiResponse = /** status 200  */ TrayOut;
export type OwnTrayApiArg = {
  token: string;
};
export type SaveGuessApiResponse = /** status 200  */ SavedAnswers;
export type SaveGuessApiArg = {
  token: string;
  guessInput: GuessInput;
};
export type FindBallotApiResponse = /** status 200  */ FoundBallot;
export type FindBallotApiArg = {
  shortCode: ShortCode;
};
export type ListPaperApiResponse = /** status 200  */ PaperListView;
export type ListPaperApiArg = {
  id: string;
  sitting: number;
};
export type GetPaperApiResponse = /** status 200  */ PaperBallotView;
export type GetPaperApiArg = {
  id: string;
  sitting: number;
  panelist: string;
};
export type TypePaperApiResponse = unknown;
export type TypePaperApiArg = {
  id: string;
  sitting: number;
  panelist: string;
  typedBallot: TypedBallot;
};
export type TypeAnewApiResponse = unknown;
export type TypeAnewApiArg = {
  id: string;
  sitting: number;
  panelist: string;
};
export type LetPaperCountApiResponse = unknown;
export type LetPaperCountApiArg = {
  id: string;
  sitting: number;
  panelist: string;
};
export type GetDifferencesApiResponse = /** status 200  */ DifferencesView;
export type GetDifferencesApiArg = {
  id: string;
  sitting: number;
  panelist: string;
};
export type SettlePaperApiResponse = unknown;
export type SettlePaperApiArg = {
  id: string;
  sitting: number;
  panelist: string;
  settlement: Settlement;
};
export type KeepPictureApiResponse = unknown;
export type KeepPictureApiArg = {
  id: string;
  sitting: number;
  panelist: string;
  paperPicture: PaperPicture;
};
export type GetPictureApiResponse = unknown;
export type GetPictureApiArg = {
  id: string;
  sitting: number;
  panelist: string;
};
export type LookAtAnswersApiResponse = /** status 200  */ AnsweredBallotView;
export type LookAtAnswersApiArg = {
  id: string;
  sitting: number;
  panelist: string;
  lookedAt: LookedAt;
};
export type CorrectAnswersApiResponse = unknown;
export type CorrectAnswersApiArg = {
  id: string;
  sitting: number;
  panelist: string;
  correction: Correction;
};
export type ListSharesApiResponse = /** status 200  */ ShareView[];
export type ListSharesApiArg = {
  id: string;
};
export type ShareApiResponse = /** status 200  */ NewShareView;
export type ShareApiArg = {
  id: string;
  shareInput: ShareInput;
};
export type RevokeShareApiResponse = /** status 200  */ ShareView[];
export type RevokeShareApiArg = {
  id: string;
  share: string;
};
export type GetSharedApiResponse = /** status 200  */ FindingsView;
export type GetSharedApiArg = {
  token: string;
};
export type GetFindingsApiResponse = /** status 200  */ FindingsView;
export type GetFindingsApiArg = {
  id: string;
};
export type GetPartsApiResponse = /** status 200  */ PartsView;
export type GetPartsApiArg = {
  id: string;
};
export type GetServingsApiResponse = /** status 200  */ BehindView;
export type GetServingsApiArg = {
  id: string;
};
export type AddUpApiResponse = /** status 200  */ WeightedView;
export type AddUpApiArg = {
  id: string;
  weightsAsked: WeightsAsked;
};
export type RunWithoutApiResponse = /** status 200  */ AnswerWithoutView[];
export type RunWithoutApiArg = {
  id: string;
  withoutAsked: WithoutAsked;
};
export type ExportBundleApiResponse = /** status 200 Tasting bundle, as docs/bundle.md describes it */ {
  [key: string]: any;
};
export type ExportBundleApiArg = {
  id: string;
};
export type ExportCsvApiResponse = unknown;
export type ExportCsvApiArg = {
  id: string;
};
export type ExportOrdersApiResponse = unknown;
export type ExportOrdersApiArg = {
  id: string;
};
export type ImportBundleApiResponse = /** status 200  */ ImportedView;
export type ImportBundleApiArg = {
  body: {
    [key: string]: any;
  };
};
export type SendLabelsApiResponse = /** status 200  */ PrintedView;
export type SendLabelsApiArg = {
  id: string;
  labelsToPrint: LabelsToPrint;
};
export type SendTagsApiResponse = /** status 200  */ PrintedView;
export type SendTagsApiArg = {
  id: string;
  labelsToPrint: LabelsToPrint;
};
export type Role = "coordinator" | "kitchen" | "server" | "reader";
export type PersonView = {
  name: string;
  role: Role;
};
export type DemoSignIn = {
  name: string;
  role: Role;
  login: string;
  password: string;
};
export type SessionView = {
  me?: PersonView;
  setUpNeeded: boolean;
  demo: DemoSignIn[];
  address: string;
  onNetwork: boolean;
  clockBehind: string | null;
  spaceLeft: number | null;
  hasPrinter: boolean;
};
export type SignIn = {
  login: string;
  password: string;
};
export type OwnSession = {
  id: string;
  openedAt: string;
  seenAt: string;
  address: string;
  agent: string;
  isThis: boolean;
};
export type ChangedPassword = {
  current: string;
  password: string;
};
export type FirstAccount = {
  name: string;
  login: string;
  password: string;
  setUpCode: string;
};
export type AccountView = {
  id: string;
  name: string;
  login: string;
  role: Role;
  createdAt: string;
  beside: string[];
  isOwn: boolean;
};
export type NewAccount = {
  name: string;
  login: string;
  password: string;
  role: Role;
};
export type HouseEvent = {
  at: string;
  by: string;
  action: string;
  detail: string;
};
export type RenewedPassword = {
  password: string;
};
export type SealEvent = {
  at: string;
  by: string;
  action: string;
  detail: string;
};
export type SealView = {
  lockedAt: string | null;
  unsealedAt: string | null;
  unsealedBy: string | null;
  stated: string | null;
  computed: string | null;
  matches: boolean;
  logIntact: boolean;
  log: SealEvent[];
  number: number;
  mark: string;
  problems: string[];
};
export type ComparedView = {
  isFound: boolean;
  number: number | null;
  of: number;
};
export type CompareMark = {
  mark: string;
};
export type Status = "draft" | "locked" | "tasting" | "closed" | "unsealed";
export type Test =
  | "ranking"
  | "liking"
  | "non-inferiority"
  | "equivalence"
  | "profile"
  | "triangle"
  | "duo-trio"
  | "2-afc"
  | "3-afc"
  | "tetrad"
  | "a-not-a"
  | "same-different"
  | "best-worst"
  | "paired-preference";
export type TastingCard = {
  id: string;
  title: string;
  status: Status;
  createdAt: string;
  lockedAt: string | null;
  closedAt: string | null;
  unsealedAt: string | null;
  test: Test;
  methods: number;
  pieces: number;
  panelists: number;
  sitting: number;
  sittings: number;
  opened: number;
  handedIn: number;
  caveats: number;
};
export type DecisionKind = "liked-best" | "told-apart" | "more-of" | "how-differ" | "good-enough" | "similar";
export type DecisionInput = {
  kind: DecisionKind;
  attribute: string;
  margin: number;
  marginWords: string;
  mostTellers: number;
};
export type Product =
  | "fish"
  | "red-meat"
  | "poultry"
  | "sausage"
  | "vegetable"
  | "potato-rice"
  | "bread-pastry"
  | "soup-sauce"
  | "sweet"
  | "other";
export type ConstantInput = {
  id: string;
  name: string;
  target: string;
  tolerance: string;
  check: string;
};
export type BundledInput = {
  id: string;
  method: string;
  text: string;
};
export type Allergen =
  | "gluten"
  | "crustaceans"
  | "eggs"
  | "fish"
  | "peanuts"
  | "soya"
  | "milk"
  | "nuts"
  | "celery"
  | "mustard"
  | "sesame"
  | "sulphites"
  | "lupin"
  | "molluscs";
export type IngredientInput = {
  id: string;
  name: string;
  allergens: Allergen[];
  methods: string[];
};
export type LotInput = {
  id: string;
  name: string;
};
export type ZoneInput = {
  id: string;
  name: string;
};
export type ItemKind =
  | "ranking"
  | "liking"
  | "line"
  | "category"
  | "just-right"
  | "check-all"
  | "triangle"
  | "duo-trio"
  | "2-afc"
  | "3-afc"
  | "tetrad"
  | "a-not-a"
  | "same-different"
  | "best-worst"
  | "paired-preference"
  | "guess"
  | "comment";
export type OptionInput = {
  text: string;
  weight: number;
};
export type BallotItemInput = {
  id: string;
  kind: ItemKind;
  ask: string;
  attribute: string;
  definition: string;
  low: string;
  high: string;
  options: OptionInput[];
  ties: boolean;
  weight?: number;
};
export type BallotDesignInput = {
  items: BallotItemInput[];
};
export type Presentation = "sequential" | "side-by-side";
export type Language = "en" | "de" | "fr";
export type OwnOrders = "none" | "words" | "attributes";
export type CodeSharing = "shared" | "own";
export type ServiceInput = {
  together: number;
  sittings: number;
  replicates: number;
  seatsPerFlight: number;
  warmUp: boolean;
  rinseSeconds: number;
  presentation: Presentation;
  pauseAfter: number;
  pauseSeconds: number;
  practice: boolean;
  waitsForTray: boolean;
  goingBack: boolean;
  language: Language;
  ownOrders: OwnOrders;
  secondsPerSample: number;
  codes: CodeSharing;
};
export type QuantitiesInput = {
  portionGrams: number;
  pieceGrams: number;
  usable: number;
  cookLoss: number;
  spare: number;
  costPerKilogram: number;
};
export type AssumedInput = {
  difference: number;
  discriminators: number;
  disagreement: number;
  noise: number;
  pieceSpread: number;
  firstEdge: number;
  noShows: number;
};
export type FollowsInput = {
  title: string;
  fingerprint: string;
};
export type StepKind =
  | "prepare"
  | "thaw"
  | "brine"
  | "season"
  | "weigh"
  | "heat"
  | "turn"
  | "move"
  | "wrap"
  | "rest"
  | "hold"
  | "slice"
  | "plate"
  | "other";
export type StepMinutesInput = {
  least?: number;
  usual?: number;
  most?: number;
};
export type EquipmentKind =
  | "oven"
  | "hob"
  | "bath"
  | "grill"
  | "smoker"
  | "fryer"
  | "microwave"
  | "cabinet"
  | "refrigerator"
  | "freezer"
  | "board"
  | "scale"
  | "other";
export type Hands = "throughout" | "start" | "none";
export type StepEveryInput = {
  what: string;
  seconds?: number;
  times?: number;
};
export type StepUntilInput = {
  celsius?: number;
  where: string;
  loss?: number;
};
export type Side = "above" | "below";
export type StepWaitInput = {
  least?: number;
  most?: number;
  celsius?: number;
  side?: Side;
};
export type DoseInput = {
  name: string;
  perKilogram: number;
  active?: number;
};
export type StepInput = {
  id: string;
  kind: StepKind;
  name: string;
  minutes: StepMinutesInput;
  equipment?: EquipmentKind;
  celsius?: number;
  setting: string;
  hands: Hands;
  every?: StepEveryInput;
  until?: StepUntilInput;
  wait?: StepWaitInput;
  doses: DoseInput[];
  swaps: boolean;
};
export type EffortInput = {
  handsOnMinutes: number;
  totalMinutes: number;
  cost: number;
  mess: number;
  skill: number;
};
export type MethodInput = {
  id: string;
  name: string;
  note: string;
  steps: string;
  chain: StepInput[];
  equipment: string;
  reference: boolean;
  effort?: EffortInput;
  cookLoss?: number;
};
export type PanelistInput = {
  id: string;
  name: string;
};
export type DraftInput = {
  decision: DecisionInput;
  test: Test;
  product: Product;
  constants: ConstantInput[];
  bundled: BundledInput[];
  ingredients: IngredientInput[];
  lots: LotInput[];
  halves: boolean;
  zones: ZoneInput[];
  ballot: BallotDesignInput;
  service: ServiceInput;
  quantities: QuantitiesInput;
  assumed: AssumedInput;
  piecesPerMethod: number;
  takenAlike: string;
  alpha: number;
  follows?: FollowsInput;
  title: string;
  question: string;
  ballotTitle: string;
  methods: MethodInput[];
  panel: PanelistInput[];
};
export type ProblemView = {
  /** Path of the field, such as methods.1.name */
  field: string;
  message: string;
};
export type TastingView = {
  id: string;
  title: string;
  status: Status;
  createdAt: string;
  lockedAt: string | null;
  closedAt: string | null;
  unsealedAt: string | null;
  test: Test;
  methods: number;
  pieces: number;
  panelists: number;
  sitting: number;
  sittings: number;
  opened: number;
  handedIn: number;
  caveats: number;
  draft: DraftInput;
  version: number;
  problems: ProblemView[];
  unsealedBy: string | null;
  fingerprint: string | null;
};
export type NewTasting = {
  title: string;
  draft?: DraftInput;
  from?: string;
};
export type RemovedView = {
  id: string;
  title: string;
  removedAt: string;
  keptUntil: string;
  locked: boolean;
};
export type SavedDraft = {
  version: number;
  draft: DraftInput;
};
export type Analysis =
  | "friedman-then-pairs-holm"
  | "piece-blocks-then-tukey"
  | "piece-blocks-against-margin"
  | "piece-blocks-within-margin"
  | "piece-blocks-per-attribute-fdr"
  | "piece-clusters"
  | "piece-clusters-of-similarity"
  | "skillings-mack-then-strengths"
  | "mixed-model-then-tukey"
  | "non-inferiority-mixed-model"
  | "equivalence-mixed-model"
  | "mixed-model-per-attribute-fdr"
  | "exact-binomial"
  | "exact-binomial-of-similarity"
  | "a-not-a-exact"
  | "same-different-exact"
  | "best-worst-scores"
  | "paired-preference-binomial";
export type TraySet = {
  codes: string[];
  zone: string;
};
export type SittingTrayView = {
  panelistId: string;
  seat: number;
  name: string;
  flight: number;
  codes: string[];
  warmUp: boolean;
  sets: TraySet[];
  sitting: number;
};
export type PlanView = {
  lockedAt: string;
  fingerprint: string;
  engine: string;
  alpha: number;
  analysis: Analysis;
  scheme: number;
  isWeak: boolean;
  trays: SittingTrayView[];
};
export type BallotLinkView = {
  panelistId: string;
  seat: number;
  name: string;
  address: string;
};
export type NameInput = {
  name: string;
};
export type ClockView = {
  now: string;
  pace: number;
};
export type EquipmentInput = {
  id: string;
  name: string;
  kind: EquipmentKind;
  places: number;
  perPlace: number;
  shared: boolean;
};
export type ServedInput = {
  sitting: number;
  flight: number;
  at: string;
};
export type RangeInput = {
  equipment: EquipmentInput[];
  cooks: string[];
  served: ServedInput[];
};
export type Locale = "us" | "uk";
export type HouseView = {
  range: RangeInput | null;
  isKept: boolean;
  locale: Locale;
};
export type KeptRange = {
  range: RangeInput;
};
export type ChosenLocale = {
  locale: Locale;
};
export type PieceStanding = "stands" | "withdrawn" | "redone";
export type KitchenPieceView = {
  tag: string;
  lot: string;
  block: number;
  raw: number;
  standing: PieceStanding;
  insteadOf: string | null;
};
export type KitchenMethodView = {
  method: string;
  note: string;
  chain: StepInput[];
  equipment: string;
  reference: boolean;
  bundled: string[];
  ingredients: string[];
  pieces: KitchenPieceView[];
};
export type KitchenConstantView = {
  name: string;
  target: string;
  tolerance: string;
  check: string;
};
export type KitchenView = {
  product: Product;
  methods: KitchenMethodView[];
  constants: KitchenConstantView[];
  halves: boolean;
};
export type RangeView = {
  version: number;
  range: RangeInput;
  flights: number;
  sittings: number;
};
export type SavedRange = {
  version: number;
  range: RangeInput;
};
export type KitchenKind =
  | "started"
  | "done"
  | "skipped"
  | "acted"
  | "mass"
  | "temperature"
  | "thickness"
  | "dose"
  | "checked"
  | "noted"
  | "photo"
  | "probed"
  | "unprobed"
  | "gate"
  | "redone"
  | "settled"
  | "replanned"
  | "undone";
export type CheckId = "cold" | "cool-water" | "turned" | "thawed";
export type GateDecision = "passed" | "withdrawn" | "served-all-the-same";
export type ProbePlace = "core" | "surface" | "around";
export type KitchenEntryView = {
  id: string;
  at: string;
  kind: KitchenKind;
  pieces?: string[];
  piece?: string;
  step?: string;
  because?: string;
  check?: CheckId;
  isSo?: boolean;
  grams?: number;
  celsius?: number;
  millimetres?: number;
  name?: string;
  text?: string;
  decision?: GateDecision;
  device?: string;
  channel?: number;
  where?: ProbePlace;
  as?: string;
  proposal?: string;
  noted?: boolean;
  of?: string;
  storedAt: string;
  by: string;
};
export type KitchenLogView = {
  entries: KitchenEntryView[];
};
export type StoredEntries = {
  stored: string[];
};
export type NewKitchenEntry = {
  id: string;
  at: string;
  kind: KitchenKind;
  pieces?: string[];
  piece?: string;
  step?: string;
  because?: string;
  check?: CheckId;
  isSo?: boolean;
  grams?: number;
  celsius?: number;
  millimetres?: number;
  name?: string;
  text?: string;
  decision?: GateDecision;
  device?: string;
  channel?: number;
  where?: ProbePlace;
  as?: string;
  proposal?: string;
  noted?: boolean;
  of?: string;
  jpeg?: string;
};
export type KitchenEntries = {
  entries: NewKitchenEntry[];
};
export type SheetStepView = {
  piece: string;
  method: string;
  step: string;
  name: string;
  text: string;
  start: string;
  end: string;
  equipment: string | null;
  place: number | null;
  hands: string | null;
  handsUntil: string | null;
};
export type SheetWaitView = {
  piece: string;
  step: string;
  minutes: number;
  least: number;
  most: number;
};
export type PutOffView = {
  from: string;
  to: string;
};
export type RunSheetView = {
  isFeasible: boolean;
  isProvenBest: boolean;
  steps: SheetStepView[];
  waits: SheetWaitView[];
  waiting: number;
  why: string[];
  replannedAt: string | null;
  putOff: PutOffView[];
};
export type CaveatView = {
  id: string;
  at: string;
  by: string;
  text: string;
  pieces: string[];
  panelists: string[];
  editedAt: string | null;
  afterUnsealing: boolean;
  mine: boolean;
};
export type NotBlindView = {
  panelist: string;
  because: string;
  afterUnsealing: boolean;
};
export type LedgerView = {
  caveats: CaveatView[];
  notBlind: NotBlindView[];
};
export type CaveatKind = "noted" | "edited" | "withdrawn" | "not-blind" | "blind-again" | "undone";
export type CaveatEntryInput = {
  id: string;
  at: string;
  kind: CaveatKind;
  of?: string;
  text?: string;
  pieces?: string[];
  panelists?: string[];
  panelist?: string;
  because?: string;
};
export type CaveatEntries = {
  entries: CaveatEntryInput[];
};
export type StoredReadings = {
  stored: number;
  known: number;
};
export type ReadingInput = {
  channel: number;
  at: string;
  value: number;
};
export type Readings = {
  readings: ReadingInput[];
};
export type Measures = "celsius" | "grams";
export type ChannelView = {
  channel: number;
  at: string;
  value: number;
};
export type DeviceView = {
  name: string;
  measures: Measures;
  isOpen: boolean;
  channels: ChannelView[];
};
export type DeviceToken = {
  name: string;
  token: string;
};
export type NewDevice = {
  name: string;
  measures: Measures;
};
export type CurveView = {
  piece: string;
  device: string;
  channel: number;
  where: ProbePlace;
  from: string;
  to: string | null;
  seconds: number[];
  mean: number[];
  least: number[];
  most: number[];
};
export type CurvesView = {
  curves: CurveView[];
};
export type TrayPlace = "waiting" | "taken" | "out";
export type Presence = "expected" | "late" | "absent" | "stopped";
export type SeatState = "away" | "tasting" | "ranking" | "done";
export type SeatView = {
  panelistId: string;
  seat: number;
  name: string;
  flight: number;
  codes: string[];
  warmUp: boolean;
  sets: TraySet[];
  tray: TrayPlace;
  trayBy: string | null;
  outAt: string | null;
  celsius: number | null;
  isTwice: boolean;
  presence: Presence;
  stoppedBecause: string | null;
  state: SeatState;
  tasted: number;
  rinsingUntil: string | null;
  openedAt: string | null;
  seenAt: string | null;
  handedInAt: string | null;
  blind: boolean;
  isAllAlike: boolean;
  hasty: number;
  saysArrived: boolean;
  isWithheld: boolean;
  isWalkIn: boolean;
};
export type BoardView = {
  seats: SeatView[];
  contains: string[];
  asOf: number;
  window: number | null;
};
export type ServiceKind =
  | "sliced"
  | "taken"
  | "out"
  | "swapped"
  | "trays-swapped"
  | "people-swapped"
  | "wrong-plate"
  | "replaced"
  | "missed"
  | "extra"
  | "reordered"
  | "late"
  | "absent"
  | "stopped"
  | "moved"
  | "postponed"
  | "noted"
  | "undone";
export type ServiceEntryView = {
  id: string;
  at: string;
  kind: ServiceKind;
  sitting?: number;
  flight?: number;
  panelist?: string;
  panelists?: string[];
  code?: string;
  withPanelist?: string;
  withCode?: string;
  instead?: string;
  piece?: string;
  codes?: string[];
  celsius?: number;
  because?: string;
  text?: string;
  to?: string;
  of?: string;
  storedAt: string;
  by: string;
};
export type ServiceLogView = {
  entries: ServiceEntryView[];
};
export type ServiceEntryInput = {
  id: string;
  at: string;
  kind: ServiceKind;
  sitting?: number;
  flight?: number;
  panelist?: string;
  panelists?: string[];
  code?: string;
  withPanelist?: string;
  withCode?: string;
  instead?: string;
  piece?: string;
  codes?: string[];
  celsius?: number;
  because?: string;
  text?: string;
  to?: string;
  of?: string;
};
export type ServiceEntries = {
  entries: ServiceEntryInput[];
};
export type WalkInView = {
  panelistId: string;
  seat: number;
};
export type ExclusionInput = {
  allergens: Allergen[];
  others: string;
};
export type WalkInInput = {
  id: string;
  at: string;
  name: string;
  seat: number;
  flight: number;
  mustNotEat: ExclusionInput;
};
export type SparesView = {
  pieces: string[];
};
export type PortionView = {
  sitting: number;
  flight: number;
  tag: string;
  zone: string;
  code: string;
  /** Seats that get a portion of this piece */
  seats: number[];
  gives: number;
  isAgain: boolean;
  isLetThrough: boolean;
};
export type PortioningReason = {
  reason: string;
};
export type CorrectedIngredients = {
  version: number;
  ingredients: IngredientInput[];
};
export type ExclusionView = {
  allergens: Allergen[];
  others: string;
  panelistId: string;
};
export type BallotState = "open" | "handed-in" | "stopped" | "withheld" | "closed" | "elsewhere";
export type BallotSet = {
  codes: string[];
};
export type AnswerKind =
  | "tasted"
  | "score"
  | "words"
  | "ranking"
  | "choice"
  | "best-worst"
  | "guess"
  | "comment"
  | "rinse"
  | "untasted"
  | "agreed"
  | "timed"
  | "arrived"
  | "typed";
export type BallotAnswer = {
  id: string;
  kind: AnswerKind;
  item?: string;
  code?: string;
  set?: number;
  score?: number;
  words?: string[];
  ranking?: string[][];
  choice?: string[];
  best?: string;
  worst?: string;
  text?: string;
  because?: string;
  seconds?: number | null;
  contains?: string[];
};
export type GuessedMethod = {
  id: string;
  name: string;
};
export type GuessView = {
  ask: string;
  code: string;
  methods: GuessedMethod[];
  isGiven: boolean;
};
export type BallotView = {
  state: BallotState;
  title: string;
  name: string;
  seat: number;
  sitting: number;
  sittings: number;
  warmUp: string | null;
  sets: BallotSet[];
  items: BallotItemInput[];
  presentation: Presentation;
  rinseSeconds: number;
  pauseAfter: number;
  pauseSeconds: number;
  practice: boolean;
  waitsForTray: boolean;
  isTrayOut: boolean;
  goingBack: boolean;
  language: Language;
  contains: string[];
  answers: BallotAnswer[];
  handedInAt: string | null;
  mark: string;
  isAsRemembered: boolean;
  guess: GuessView | null;
};
export type OpenBallot = {
  device: string;
  takeOver: boolean;
  remembers?: string;
};
export type MarkedAnswers = {
  saved: string[];
  mark: string;
};
export type AnswerInput = {
  id: string;
  kind: AnswerKind;
  item?: string;
  code?: string;
  set?: number;
  score?: number;
  words?: string[];
  ranking?: string[][];
  choice?: string[];
  best?: string;
  worst?: string;
  text?: string;
  because?: string;
  seconds?: number | null;
  contains?: string[];
};
export type SaveAnswers = {
  device: string;
  sitting: number;
  answers: AnswerInput[];
};
export type HandIn = {
  device: string;
  id: string;
  sitting: number;
  answers: AnswerInput[];
};
export type SavedAnswers = {
  saved: string[];
};
export type StopInput = {
  id: string;
  sitting: number;
  because: string;
};
export type TrayOut = {
  isOut: boolean;
};
export type GuessInput = {
  id: string;
  method?: string;
};
export type FoundBallot = {
  token: string;
};
export type ShortCode = {
  code: string;
};
export type TypedState = "open" | "once" | "differs" | "in" | "on a phone";
export type PaperView = {
  panelistId: string;
  seat: number;
  name: string;
  flight: number;
  state: TypedState;
  firstBy: string;
  isOwn: boolean;
  isBegun: boolean;
  hasPicture: boolean;
};
export type PaperListView = {
  ballots: PaperView[];
};
export type PaperBallotView = {
  panelistId: string;
  seat: number;
  name: string;
  sitting: number;
  items: BallotItemInput[];
  sets: BallotSet[];
  hasPicture: boolean;
};
export type TypedBallot = {
  answers: AnswerInput[];
  isOnly: boolean;
};
export type DifferenceView = {
  name: string;
  first: BallotAnswer | null;
  second: BallotAnswer | null;
};
export type DifferencesView = {
  panelistId: string;
  seat: number;
  name: string;
  sitting: number;
  items: BallotItemInput[];
  sets: BallotSet[];
  hasPicture: boolean;
  firstBy: string;
  secondBy: string;
  differences: DifferenceView[];
};
export type Settlement = {
  answers: AnswerInput[];
  blanks: string[];
};
export type PaperPicture = {
  jpeg: string;
};
export type AnsweredBallotView = {
  panelistId: string;
  seat: number;
  name: string;
  sitting: number;
  items: BallotItemInput[];
  sets: BallotSet[];
  hasPicture: boolean;
  answers: BallotAnswer[];
};
export type LookedAt = {
  because: string;
};
export type Correction = {
  because: string;
  answers: AnswerInput[];
};
export type ShareView = {
  id: string;
  by: string;
  createdAt: string;
  expiresAt: string;
  revokedAt: string | null;
};
export type NewShareView = {
  id: string;
  by: string;
  createdAt: string;
  expiresAt: string;
  revokedAt: string | null;
  address: string;
};
export type ShareInput = {
  days: number;
};
export type VerdictKind =
  | "winner"
  | "leading-set"
  | "no-answer"
  | "cannot-say"
  | "told-apart"
  | "good-enough"
  | "too-great-a-loss"
  | "similar"
  | "too-different"
  | "by-part";
export type About = "methods" | "pieces";
export type VerdictView = {
  kind: VerdictKind;
  about: About;
  leaders: string[];
  sentence: string;
  support: string;
};
export type FoundMethodView = {
  id: string;
  name: string;
  reference: boolean;
  codes: string[];
};
export type KindLeftOut = "not-come" | "unfinished" | "left-out" | "in-part";
export type LeftOutView = {
  panelist: string;
  sitting: number;
  seat: number;
  kind: KindLeftOut;
  why: string;
};
export type FoundTouchedView = {
  pieces: string[];
  panelists: string[];
};
export type FoundCaveatView = {
  id: string;
  at: string;
  by: string;
  text: string;
  about?: FoundTouchedView;
  editedAt: string | null;
  afterUnsealing: boolean;
};
export type FingerprintView = {
  stated: string;
  computed: string;
  matches: boolean;
};
export type SectionId =
  | "rank-sums"
  | "incomplete-ranking"
  | "scores"
  | "profile"
  | "telling"
  | "best-worst"
  | "orders"
  | "strength"
  | "liking"
  | "panel"
  | "parts"
  | "weighted"
  | "practical"
  | "kitchen"
  | "scales"
  | "map"
  | "drivers"
  | "words"
  | "just-right"
  | "collected"
  | "panelists"
  | "service"
  | "guesses"
  | "sensitivity"
  | "limits"
  | "next";
export type SectionStatus = "planned" | "explored";
export type SectionView = {
  id: SectionId;
  status: SectionStatus;
  data: {
    [key: string]: any;
  };
};
export type FindingsView = {
  engine: string;
  title: string;
  question: string;
  test: Test;
  alpha: number;
  word: string;
  verdict: VerdictView;
  methods: FoundMethodView[];
  people: number;
  /** Pieces eaten of, per method */
  pieces: number[];
  leftOut: LeftOutView[];
  caveats: FoundCaveatView[];
  fingerprint: FingerprintView;
  brought: string | null;
  sections: SectionView[];
};
export type CaveatPart = {
  id: string;
  text: string;
};
export type PiecePart = {
  tag: string;
  method: string;
  people: number;
};
export type PanelistPart = {
  id: string;
  seat: number;
};
export type ZonePart = {
  id: string;
  name: string;
};
export type FlightPart = {
  flight: number;
  people: number;
};
export type CriterionPart = {
  item: string;
  name: string;
  weight: number;
};
export type PartsView = {
  caveats: CaveatPart[];
  pieces: PiecePart[];
  panelists: PanelistPart[];
  zones: ZonePart[];
  flights: FlightPart[];
  criteria: CriterionPart[];
};
export type BehindView = {
  columns: string[];
  rows: string[][];
};
export type WeightedView = {
  found: {
    [key: string]: any;
  } | null;
};
export type WeightInput = {
  item: string;
  weight: number;
};
export type WeightsAsked = {
  weights: WeightInput[];
};
export type AnswerWithoutView = {
  kind: VerdictKind;
  about: About;
  leaders: string[];
  sentence: string;
  people: number;
  gone: number;
  same: boolean | null;
};
export type WithoutInput = {
  caveats: string[];
  pieces: string[];
  panelists: string[];
  zones: string[];
  flights: number[];
};
export type WithoutAsked = {
  without: WithoutInput[];
};
export type ImportedView = {
  id: string;
  notices: string[];
};
export type PrinterState = "ready" | "out-of-labels" | "jammed";
export type PrintedView = {
  asked: number;
  printed: number;
  state: PrinterState;
};
export type LabelsToPrint = {
  job: string;
  width: number;
  height: number;
  spares: number;
};
export const {
  useGetSessionQuery,
  useSignInMutation,
  useSignOutMutation,
  useListSessionsQuery,
  useEndSessionMutation,
  useChangePasswordMutation,
  useSetUpMutation,
  useListAccountsQuery,
  useAddAccountMutation,
  useListHouseLogQuery,
  useRenewPasswordMutation,
  useRemoveAccountMutation,
  useGetSealQuery,
  useCompareMarkMutation,
  useUnsealMutation,
  useListTastingsQuery,
  useCreateTastingMutation,
  useListRemovedQuery,
  useGetTastingQuery,
  useRemoveTastingMutation,
  useGetCardQuery,
  useSaveDraftMutation,
  useRestoreTastingMutation,
  useGetPlanQuery,
  useLockMutation,
  useUnlockMutation,
  useRedrawMutation,
  useNextSittingMutation,
  useGetLinksQuery,
  useCloseMutation,
  useReopenMutation,
  usePutNameRightMutation,
  useEraseNameMutation,
  useEraseNamesMutation,
  useGetClockQuery,
  useGetHouseQuery,
  useKeepRangeMutation,
  useChooseLocaleMutation,
  useGetKitchenQuery,
  useGetRangeQuery,
  useSaveRangeMutation,
  useGetKitchenLogQuery,
  useAddToKitchenLogMutation,
  useExportKitchenLogQuery,
  useGetPhotoQuery,
  useGetRunSheetQuery,
  useGetRunSheetAnewQuery,
  useGetLedgerQuery,
  useAddEntriesMutation,
  useSendReadingsMutation,
  useListDevicesQuery,
  useOpenDeviceMutation,
  useCloseDeviceMutation,
  useImportReadingsMutation,
  useGetCurvesQuery,
  useExportReadingsQuery,
  useGetBoardQuery,
  useGetServiceLogQuery,
  useAddToServiceLogMutation,
  useLetInMutation,
  useTakeBackWalkInMutation,
  useGetSparesQuery,
  useGetPortioningQuery,
  useOpenPortioningMutation,
  useCorrectIngredientsMutation,
  useGetExclusionsQuery,
  useSaveExclusionMutation,
  useOpenBallotMutation,
  useSaveAnswersMutation,
  useHandInMutation,
  useStopTastingMutation,
  useOwnTrayQuery,
  useSaveGuessMutation,
  useFindBallotMutation,
  useListPaperQuery,
  useGetPaperQuery,
  useTypePaperMutation,
  useTypeAnewMutation,
  useLetPaperCountMutation,
  useGetDifferencesQuery,
  useSettlePaperMutation,
  useKeepPictureMutation,
  useGetPictureQuery,
  useLookAtAnswersMutation,
  useCorrectAnswersMutation,
  useListSharesQuery,
  useShareMutation,
  useRevokeShareMutation,
  useGetSharedQuery,
  useGetFindingsQuery,
  useGetPartsQuery,
  useGetServingsQuery,
  useAddUpMutation,
  useRunWithoutMutation,
  useExportBundleQuery,
  useExportCsvQuery,
  useExportOrdersQuery,
  useImportBundleMutation,
  useSendLabelsMutation,
  useSendTagsMutation,
} = injectedRtkApi;
